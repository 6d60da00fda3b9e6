'use client';

import type { AssemblyPicture, Picture } from '@needlefile/core/screen/picture';
import type { PieceReport } from '@needlefile/core/job/report';
import type { Bounds } from '@needlefile/core/geometry/bounds';
import { formatArea, formatWeight } from '@needlefile/core/units/quantity';
import { formatLength } from '@needlefile/core/units/length';
import { memo } from 'react';
import { useUnit } from '@/hooks/unit';
import { useView } from '@/job/view-store';
import css from './tray.module.css';

/** What comes off the table: each piece with size and weight, kept ones first; what falls away struck through. */
export const Tray = memo(function Tray({ picture }: { picture: Picture | null }) {
  const things = picture?.assemblies ?? [];
  const of = (thing: AssemblyPicture, wanted: (piece: PieceReport) => boolean) => thing.report.pieces.filter(wanted);
  const cards = (wanted: (piece: PieceReport) => boolean) =>
    things.flatMap((thing) =>
      of(thing, wanted).map((piece) => <PieceCard key={`${thing.id} ${piece.id}`} piece={piece} thing={thing} />),
    );
  return (
    <section className={css.tray} aria-label="Off the table">
      <div className={css.title}>
        Off the
        <br />
        table
      </div>
      {cards(({ status }) => status === 'kept')}
      {cards(({ status, intended }) => status !== 'kept' && !intended)}
      {things.map((thing) => {
        const scrap = of(thing, ({ status, intended }) => status === 'drop-out' && intended);
        return scrap.length > 0 && <Scrap key={thing.id} pieces={scrap} thing={thing} />;
      })}
    </section>
  );
});

function PieceCard({ piece, thing }: { piece: PieceReport; thing: AssemblyPicture }) {
  const unit = useUnit();
  const drawn = thing.pieces.find(({ id }) => id === piece.id)!;
  const { minX, minY, maxX, maxY } = drawn.bounds;
  const size = `${formatLength(maxX - minX, unit, 1)} × ${formatLength(maxY - minY, unit, 1)}`;
  return (
    <button
      type="button"
      className={css.piece}
      data-status={piece.status}
      title={`${piece.name}: ${size} ${unit}. Show it.`}
      onClick={() => useView.setState({ focus: { place: drawn.bounds } })}
    >
      <Thumbnail
        paths={[drawn.path]}
        engraved={piece.status === 'kept' ? thing.engraved : ''}
        bounds={drawn.bounds}
        struck={piece.status !== 'kept'}
      />
      <span className={css.words}>
        <span className={css.name}>
          {thing.report.copies > 1 && piece.status === 'kept' && `${thing.report.copies} × `}
          {piece.name} {piece.status !== 'kept' && <em>{piece.status === 'loose' ? 'loose' : 'drops out'}</em>}
        </span>
        <span className="number">
          {size} {unit}
        </span>
        <span className="number">
          {formatArea(piece.area, unit)} · {formatWeight(piece.weight, unit)}
        </span>
      </span>
    </button>
  );
}

function Scrap({ pieces, thing }: { pieces: readonly PieceReport[]; thing: AssemblyPicture }) {
  const unit = useUnit();
  const own = new Set(pieces.map(({ id }) => id));
  const drawn = thing.pieces.filter(({ id }) => own.has(id));
  const area = pieces.reduce((sum, piece) => sum + piece.area, 0);
  return (
    <div className={`${css.piece} ${css.scrap}`}>
      <Thumbnail paths={drawn.map(({ path }) => path)} bounds={thing.object} struck />
      <span className={css.words}>
        <span className={css.name}>
          {pieces.length} {pieces.length === 1 ? 'drop-out' : 'drop-outs'}
        </span>
        <span className="number">{formatArea(area, unit)}</span>
        <span>scrap, as meant</span>
      </span>
    </div>
  );
}

/** What does not stay is struck through. */
function Thumbnail({
  paths,
  engraved = '',
  bounds: { minX, minY, maxX, maxY },
  struck,
}: {
  paths: readonly string[];
  engraved?: string;
  bounds: Bounds;
  struck: boolean;
}) {
  const [width, height] = [maxX - minX, maxY - minY];
  const shape = Math.min(150, Math.max(34, (54 * width) / Math.max(1e-6, height)));
  return (
    <svg viewBox={`${minX} ${minY} ${width} ${height}`} width={shape} height={54} aria-hidden>
      <path d={paths.join('')} />
      {engraved && <path className={css.engraved} d={engraved} />}
      {struck && <line className={css.strike} x1={minX} y1={maxY} x2={maxX} y2={minY} />}
    </svg>
  );
}
