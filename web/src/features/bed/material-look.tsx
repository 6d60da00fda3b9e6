/** How a material looks in the solid view, by what it is called: shops name their own. */
export type Look = 'steel' | 'pale metal' | 'brass' | 'pale wood' | 'dark wood' | 'acrylic' | 'card' | 'film';

const LOOKS: readonly (readonly [RegExp, Look])[] = [
  [/brass|bronze|copper|gold/i, 'brass'],
  [/film|vinyl|foil|tape/i, 'film'],
  [/card|paper/i, 'card'],
  [/birch|ply|mdf|maple|poplar|lime|pine/i, 'pale wood'],
  [/oak|walnut|cherry|wood|timber|bamboo/i, 'dark wood'],
  [/acrylic|plastic|perspex|pvc|poly/i, 'acrylic'],
  [/alumin|stainless|zinc|tin/i, 'pale metal'],
];

/** What no word tells of is steel. */
export const lookOf = (material: string): Look => LOOKS.find(([words]) => words.test(material))?.[1] ?? 'steel';

/** Grain of woods, as wide on the screen at any zoom. */
export function Grain({ scale }: { scale: number }) {
  const size = 90 / scale;
  const lines =
    'M0 8C30 2 60 14 90 8M0 21C25 27 65 15 90 21M0 36C35 31 55 41 90 36M0 52C30 57 60 47 90 52' +
    'M0 70C28 64 62 76 90 70M0 83C36 87 54 79 90 83';
  return (
    <defs>
      {(['pale wood', 'dark wood'] as const).map((look) => (
        <pattern
          key={look}
          id={look.replace(' ', '-')}
          width={size}
          height={size}
          patternUnits="userSpaceOnUse"
          viewBox="0 0 90 90"
        >
          <rect width="90" height="90" fill={look === 'pale wood' ? '#ead9b8' : '#cdab7b'} />
          <path d={lines} fill="none" stroke={look === 'pale wood' ? '#dcc69c' : '#b98f59'} strokeWidth="1.1" />
        </pattern>
      ))}
    </defs>
  );
}
