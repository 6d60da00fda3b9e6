'use client';

import type { Picture } from '@needlefile/core/screen/picture';
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
  const pieces = picture?.report.pieces ?? [];
  const faults = pieces.filter(({ intended, status }) => status !== 'kept' && !intended);
  const kept = pieces.filter(({ status }) => status === 'kept');
  const scrap = pieces.filter(({ status, intended }) => status === 'drop-out' && intended);
  return (
    <section className={css.tray} aria-label="Off the table">
      <div className={css.title}>
        Off the
        <br />
        table
      </div>
      {kept.map((piece) => (
        <PieceCard key={piece.id} piece={piece} picture={picture!} />
      ))}
      {faults.map((piece) => (
        <PieceCard key={piece.id} piece={piece} picture={picture!} />
      ))}
      {scrap.length > 0 && <Scrap pieces={scrap} picture={picture!} />}
    </section>
  );
});

function PieceCard({ piece, picture }: { piece: PieceReport; picture: Picture }) {
  const unit = useUnit();
  const drawn = picture.pieces.find(({ id }) => id === piece.id)!;
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
        engraved={piece.status === 'kept' ? picture.engraved : ''}
        bounds={drawn.bounds}
        struck={piece.status !== 'kept'}
      />
      <span className={css.words}>
        <span className={css.name}>
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

function Scrap({ pieces, picture }: { pieces: readonly PieceReport[]; picture: Picture }) {
  const unit = useUnit();
  const own = new Set(pieces.map(({ id }) => id));
  const drawn = picture.pieces.filter(({ id }) => own.has(id));
  const area = pieces.reduce((sum, piece) => sum + piece.area, 0);
  return (
    <div className={`${css.piece} ${css.scrap}`}>
      <Thumbnail paths={drawn.map(({ path }) => path)} bounds={picture.object} struck />
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
