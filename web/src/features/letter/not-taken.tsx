import type { LeftOut, LeftOutKind } from '@needlefile/core/artwork/drawn';
import { Button } from 'react-bootstrap';
import { PanelSection } from '@/components/panel';

const NOT_TAKEN: Record<LeftOutKind, string> = {
  text: 'text',
  picture: 'pictures',
  hidden: 'hidden',
  white: 'white: it takes away from what lies below',
  clipped: 'clipped: what is seen is taken',
  unclipped: 'with a clip that is not followed: taken whole',
  masked: 'masked: taken whole',
  filtered: 'with an effect: taken without',
  animation: 'animations',
  'other content': 'other content',
  'outside file': 'in other files',
  missing: 'referred to and not there',
  'faulty path': 'paths with a fault: taken up to it',
  'faulty transform': 'placed by what cannot be read',
  'zero length': 'of no length',
  point: 'points',
  dimension: 'dimensions and leaders',
  'three-dimensional': 'bodies, and what rises: taken as seen from above',
  'paper space': 'on sheets of paper beside the drawing',
  loop: 'blocks within themselves',
  'wide line': 'wide lines: taken along their middle',
  dashed: 'dashed: taken as whole lines',
  approximate: 'curves known by their points only: taken nearly as meant',
};

/** What of a file was not taken as it is, and why; texts that it has, to be set as words. */
export function NotTaken({ left, onWords }: { left: readonly LeftOut[]; onWords: (words: string) => void }) {
  const texts = left.find(({ kind }) => kind === 'text')?.what ?? [];
  return (
    <PanelSection title="In the file, and not taken as it is" aside={left.reduce((sum, { count }) => sum + count, 0)}>
      <ul className="field-hint ps-3 mb-0">
        {left.map(({ kind, count, what }) => (
          <li key={kind} title={what.join('\n')}>
            {count} × {NOT_TAKEN[kind]}
            {what.length > 0 && ` (${what.slice(0, 2).join(', ')}${what.length > 2 ? ' …' : ''})`}
          </li>
        ))}
      </ul>
      {texts.map((words) => (
        <Button key={words} size="sm" variant="light" className="me-2 mt-2 mb-3" onClick={() => onWords(words)}>
          + “{words}” as words
        </Button>
      ))}
    </PanelSection>
  );
}
