'use client';

import css from './bed.module.css';

const KEYS: readonly (readonly [string, string])[] = [
  ['↑ ↓ ← →', 'move by 1 mm or 1/16 in; Shift 10 mm, Alt 0.1 mm'],
  ['Page ↑ ↓', 'the item or thing before, the next'],
  ['R, Shift R', 'turn by 15°; [ and ] by 1°'],
  ['< >', 'smaller, larger'],
  ['K', 'keep it where it caught'],
  ['H, L', 'hide; lock'],
  ['Ctrl D', 'copy beside it; Ctrl C, X, V as ever'],
  ['Delete', 'take it out'],
  ['Corner', 'size in proportion; with Alt stretch'],
  ['Shift click', 'one more in hand; with Ctrl a drag catches on nothing'],
  ['N', 'nodes of the letter or artwork in hand: Page keys go through them, I one more, S smooth, C corner, B break'],
  ['Space drag', 'move the view; 0 all of it, 1 true size, + −'],
];

/** What keys do on the bed. */
export function KeysCard() {
  return (
    <dl className={css.keys} aria-label="Keys on the bed">
      {KEYS.map(([key, does]) => (
        <div key={key}>
          <dt>{key}</dt>
          <dd>{does}</dd>
        </div>
      ))}
    </dl>
  );
}
