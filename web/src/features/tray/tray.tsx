'use client';

import type { AssemblyPicture } from '@needlefile/core/screen/assembly-picture';
import type { Picture } from '@needlefile/core/screen/picture';
import type { PieceReport } from '@needlefile/core/job/report';
import type { Bounds } from '@needlefile/core/geometry/bounds';
import { formatArea, formatWeight } from '@needlefile/core/units/quantity';
import { formatLength } from '@needlefile/core/units/length';
import { memo } from 'react';
import { useUnit } from '@/hooks/unit';
import { choose } from '@/job/chosen';
import { useView } from '@/job/view-store';
import css from './tray.module.css';

/** What comes off the table: each piece with size and weight, kept ones first; what falls away struck through. */
export const Tray = memo(function Tray({ picture }: { picture: Picture | null }) {
  const things = picture?.assemblies ?? [];
  const of = (thing: AssemblyPicture, wanted: (piece: PieceReport) => boolean) => thing.report.pieces.filter(wanted);
  const cards = (wanted: (piece: PieceReport) => boolean) =>
    things.flatMap((thing) =>
      of(thing, wanted).map((piece) => (
        <PieceCard key={`${thing.id} ${piece.id}`} piece={piece} thing={thing} isOneOfSeveral={things.length > 1} />
      )),
    );
  return (
    <section className={css.tray} aria-label="Off the table">
      <div className={css.title}>
        Off the
        <br />
        table
      </div>
      {things.length > 0 && things.every(({ report }) => report.pieces.length === 0) && (
        <p className={css.nothing}>Nothing is cut free: what is here is followed on what lies on the table.</p>
      )}
      {cards(({ status }) => status === 'kept')}
      {cards(({ status, intended }) => status !== 'kept' && !intended)}
      <Scrap
        lots={things
          .map((thing) => ({ thing, pieces: of(thing, ({ status, intended }) => status === 'drop-out' && intended) }))
          .filter(({ pieces }) => pieces.length > 0)}
      />
    </section>
  );
});

function PieceCard({
  piece,
  thing,
  isOneOfSeveral,
}: {
  piece: PieceReport;
  thing: AssemblyPicture;
  isOneOfSeveral: boolean;
}) {
  const unit = useUnit();
  // Every plate is one: of several things each is called as in the list.
  const name = isOneOfSeveral && piece.name === 'Plate' ? thing.report.name : piece.name;
  const drawn = thing.pieces.find(({ id }) => id === piece.id)!;
  const { minX, minY, maxX, maxY } = drawn.bounds;
  const size = `${formatLength(maxX - minX, unit, 1)} × ${formatLength(maxY - minY, unit, 1)}`;
  return (
    <button
      type="button"
      className={css.piece}
      data-status={piece.status}
      title={`${name}: ${size} ${unit}. Show it.`}
      onClick={() => {
        choose(thing.id);
        useView.setState({ focus: { where: drawn.bounds } });
      }}
    >
      <Thumbnail
        paths={[drawn.path]}
        {...(piece.status === 'kept' && { engraved: thing.engraved + thing.dotted.path, followed: thing.linework })}
        bounds={drawn.bounds}
        struck={piece.status !== 'kept'}
      />
      <span className={css.words}>
        <span className={css.name}>
          {thing.report.copies > 1 && piece.status === 'kept' && `${thing.report.copies} × `}
          {name} {piece.status !== 'kept' && <em>{piece.status === 'loose' ? 'loose' : 'drops out'}</em>}
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

/** What falls out as it is meant to, of all things together; drawn where it is of one. */
function Scrap({ lots }: { lots: readonly { thing: AssemblyPicture; pieces: readonly PieceReport[] }[] }) {
  const unit = useUnit();
  if (lots.length === 0) return null;
  const sum = (of: (lot: (typeof lots)[number]) => number) =>
    lots.reduce((all, lot) => all + lot.thing.report.copies * of(lot), 0);
  const count = sum(({ pieces }) => pieces.length);
  const area = sum(({ pieces }) => pieces.reduce((all, piece) => all + piece.area, 0));
  const [only] = lots.length === 1 ? lots : [];
  const own = new Set(only?.pieces.map(({ id }) => id));
  const drawn = only?.thing.pieces.filter(({ id }) => own.has(id)) ?? [];
  return (
    <div className={`${css.piece} ${css.scrap}`}>
      {only && <Thumbnail paths={drawn.map(({ path }) => path)} bounds={only.thing.object} struck />}
      <span className={css.words}>
        <span className={css.name}>
          {count} {count === 1 ? 'drop-out' : 'drop-outs'}
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
  followed = '',
  bounds: { minX, minY, maxX, maxY },
  struck,
}: {
  paths: readonly string[];
  engraved?: string;
  followed?: string;
  bounds: Bounds;
  struck: boolean;
}) {
  const [width, height] = [maxX - minX, maxY - minY];
  const shape = Math.min(150, Math.max(34, (54 * width) / Math.max(1e-6, height)));
  return (
    <svg viewBox={`${minX} ${minY} ${width} ${height}`} style={{ maxWidth: shape }} height={54} aria-hidden>
      <path d={paths.join('')} />
      {engraved && <path className={css.engraved} d={engraved} />}
      {followed && <path className={css.followed} d={followed} />}
      {struck && <line className={css.strike} x1={minX} y1={maxY} x2={maxX} y2={minY} />}
    </svg>
  );
}
