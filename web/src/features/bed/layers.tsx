'use client';

import type { AssemblyPicture } from '@needlefile/core/screen/assembly-picture';
import type { Picture } from '@needlefile/core/screen/picture';
import { centreOf, heightOf, widthOf } from '@needlefile/core/geometry/bounds';
import type { RunPicture } from '@needlefile/core/screen/run-picture';
import { Fragment, memo } from 'react';
import type { MeasurePicture } from '@needlefile/core/screen/measure-picture';
import { useChosenPicture } from '@/job/chosen';
import type { SheetEdits } from '@/job/sheet-edits';
import { useView, type BedView, type Station } from '@/job/view-store';
import css from './bed.module.css';
import { Coverage } from './coverage';
import { DotLayer } from './dot-layer';
import { HoldMarks } from './hold-marks';
import { HandLayer } from './hand/hand-layer';
import { LetterInHand } from './letter-in-hand';
import { Grain, lookOf } from './material-look';
import { CornersPad, FieldPad } from './item-pads';
import { MeasurePad } from './measure-pad';
import { PathPad } from './path-pad';
import { RunLayer } from './run/run-layer';
import { PictureLayer } from './picture-layer';
import { ThicknessMap } from './thickness-map';

interface LayersProps {
  readonly picture: Picture;
  readonly measures: MeasurePicture | null;
  readonly view: BedView;
  readonly station: Station;
  readonly scale: number;
  readonly edits: SheetEdits;
  readonly run: RunPicture | null;
}

/** What lies on the sheet, in mm, y down. */
export const Layers = memo(function Layers({ picture, measures, view, station, scale, edits, run }: LayersProps) {
  const drawing = useView((state) => state.drawing);
  const coverage = useView((state) => state.coverage && state.station === 'strokes');
  // Stations that know of operations show one alone.
  const alone = useView((state) =>
    state.station === 'work-order' || state.station === 'strokes' ? state.operation : null,
  );
  const thing = useChosenPicture(picture);
  const hasDots = station === 'strokes' && thing !== null && thing.dots.length > 0;
  const hand = <HandLayer picture={picture} scale={scale} edits={edits} />;
  return (
    <>
      <rect className={css.sheet} width={picture.sheet.width} height={picture.sheet.height} />
      {view === 'solid' && <Solid picture={picture} />}
      {(view === 'solid' || view === 'paths') && <PictureLayer picture={picture} />}
      {view === 'solid' && <Grain scale={scale} />}
      {view === 'paths' && <Paths picture={picture} scale={scale} only={alone} />}
      {coverage && (view === 'solid' || view === 'paths') && <Coverage picture={picture} scale={scale} />}
      {view === 'pieces' && <Pieces picture={picture} />}
      {view === 'run' && run && <RunLayer run={run} scale={scale} />}
      {view === 'thickness' && <ThicknessMap picture={picture} measures={measures} />}
      {(view === 'solid' || view === 'paths') &&
        (hasDots ? (
          <DotLayer thing={thing} height={picture.sheet.height} scale={scale}>
            {hand}
          </DotLayer>
        ) : (
          hand
        ))}
      {station === 'letter' && view !== 'pieces' && view !== 'run' && <LetterInHand picture={picture} scale={scale} />}
      {station === 'hold' && view !== 'pieces' && view !== 'thickness' && view !== 'run' && (
        <HoldMarks picture={picture} scale={scale} />
      )}
      {drawing === 'measure' && <MeasurePad picture={picture} scale={scale} />}
      {drawing === 'corners' && <CornersPad picture={picture} scale={scale} edits={edits} />}
      {drawing === 'field' && <FieldPad picture={picture} scale={scale} />}
      {drawing === 'path' && <PathPad picture={picture} scale={scale} edits={edits} />}
      <Origin height={picture.sheet.height} scale={scale} />
    </>
  );
});

/** The material where it was worked, from the shade (0) to the light (1). */
const toneOf = (share: number): string => {
  const by = Math.round(120 * Math.abs(share - 0.5));
  return `color-mix(in srgb, ${share < 0.5 ? 'black' : 'white'} ${by}%, var(--worked))`;
};

/** Sides of what a cone carves, from those in the shade to those in the light. */
function Carved({ picture }: { picture: Picture }) {
  return picture.operations.map(({ id, round, filled }) =>
    filled?.cone?.sides.map((sides, tone, { length }) => (
      <path key={`${id} ${round} ${tone}`} d={sides} fill={toneOf(tone / (length - 1))} stroke="none" />
    )),
  );
}

const Solid = memo(function Solid({ picture }: { picture: Picture }) {
  const look = lookOf(picture.report.material);
  return (
    <>
      {picture.assemblies.map(({ id, solid, engraved, dotted, linework, pricks, items }) => (
        <g key={id} className={css.made} data-look={look}>
          <path className={css.solid} d={solid} />
          <path className={css.engraved} d={engraved} />
          <path className={dotted.isCut ? css.holes : css.dots} d={dotted.path} />
          <path className={css.border} d={linework} />
          <path className={`${css.border} ${css.pricks}`} d={pricks} />
          <path className={css.guide} d={items.map(({ guide }) => guide).join('')} />
          <path className={css.openLine} d={items.map(({ open }) => open).join('')} />
        </g>
      ))}
      <g className={css.made} data-look={look}>
        <Carved picture={picture} />
      </g>
    </>
  );
});

/** Nodes are drawn where they stand this far apart on average, in pixels, and only as many as a screen can take. */
const NODES_APART = 26;
const MOST_NODES = 20_000;

interface PathsProps {
  readonly picture: Picture;
  readonly scale: number;
  /** The operation that is shown alone, by id. */
  readonly only: string | null;
}

const Paths = memo(function Paths({ picture, scale, only }: PathsProps) {
  const { nodes, report } = picture;
  const apart =
    (report.operations.reduce((sum, { fill, length }) => sum + (fill ? 0 : length), 0) /
      Math.max(1, report.nodes.released)) *
    scale;
  const marks = [];
  if (apart >= NODES_APART && nodes.length / 2 <= MOST_NODES) {
    const half = 2.2 / scale;
    for (let i = 0; i + 1 < nodes.length; i += 2)
      marks.push(`M${nodes[i]! - half} ${nodes[i + 1]! - half}h${2 * half}v${2 * half}h${-2 * half}z`);
  }
  return (
    <>
      {picture.operations
        .filter(({ id }) => only === null || id === only)
        .map(({ id, work, fill, round, sweep, path, pricks }) => (
          <Fragment key={`${id} ${fill} ${round} ${sweep}`}>
            <path className={css.operation} data-work={work} data-fill={fill} d={path} />
            <path className={`${css.operation} ${css.pricks}`} data-work={work} d={pricks} />
          </Fragment>
        ))}
      {picture.assemblies.map(({ id, items }) => (
        <path key={id} className={css.openLine} d={items.map(({ open }) => open).join('')} />
      ))}
      {marks.length > 0 && only === null && <path className={css.nodes} d={marks.join('')} />}
    </>
  );
});

const Pieces = memo(function Pieces({ picture }: { picture: Picture }) {
  return picture.assemblies.flatMap((thing) =>
    thing.copies.map(({ a, b, c, d, e, f }, i) => (
      <g key={`${thing.id} ${i}`} transform={`matrix(${a} ${b} ${c} ${d} ${e} ${f})`}>
        <PiecesOf thing={thing} />
      </g>
    )),
  );
});

/** Pieces pulled apart: loose ones away from the middle, drop-outs down to the right, in ghost. */
function PiecesOf({ thing: { object, pieces } }: { thing: AssemblyPicture }) {
  const middle = centreOf(object);
  const fall = Math.max(3, 0.05 * Math.min(widthOf(object), heightOf(object)));
  return (
    <>
      {pieces.map(({ id, status, intended, path, bounds }) => {
        const own = centreOf(bounds);
        const [dx, dy] =
          status === 'kept'
            ? [0, 0]
            : status === 'loose'
              ? [(own.x - middle.x) * 0.12, (own.y - middle.y) * 0.12 - fall]
              : [fall, fall];
        return (
          <path
            key={id}
            className={css.piece}
            data-status={status}
            data-intended={intended}
            d={path}
            transform={`translate(${dx} ${dy})`}
          />
        );
      })}
    </>
  );
}

function Origin({ height, scale }: { height: number; scale: number }) {
  const arm = 14 / scale;
  return (
    <g className={css.origin}>
      <path d={`M0 ${height - arm}V${height}H${arm}`} />
      <circle cx={0} cy={height} r={3.2 / scale} />
    </g>
  );
}
