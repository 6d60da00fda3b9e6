import type { LIMITS, ShapeItem } from '@needlefile/core/recipe/schema';

/** What can be said of each outline, in the order in which it is asked for. */
export type ShapeField = { readonly key: string; readonly label: string } & (
  | { readonly kind: 'length'; readonly limit: keyof typeof LIMITS; readonly hint?: string }
  | {
      readonly kind: 'number';
      readonly limit: keyof typeof LIMITS;
      readonly step: number;
      readonly whole?: boolean;
      readonly suffix?: string;
      readonly hint?: string;
    }
  | { readonly kind: 'choice'; readonly options: readonly { readonly value: string; readonly label: string }[] }
);

const length = (key: string, label: string, hint?: string, limit: keyof typeof LIMITS = 'shape'): ShapeField => ({
  kind: 'length',
  key,
  label,
  limit,
  ...(hint && { hint }),
});

const choice = (key: string, label: string, ...values: readonly string[]): ShapeField => ({
  kind: 'choice',
  key,
  label,
  options: values.map((value) => ({ value, label: value[0]!.toUpperCase() + value.slice(1) })),
});

const angle = (key: string, label: string, hint: string): ShapeField => ({
  kind: 'number',
  key,
  label,
  limit: 'angle',
  step: 5,
  suffix: '°',
  hint,
});

const [width, height, diameter] = [
  length('width', 'Width'),
  length('height', 'Height'),
  length('diameter', 'Diameter'),
];
const corners = length('cornerRadius', 'Corners', undefined, 'cornerRadius');
const thickness = length('thickness', 'Thickness', '0: a single line that the tool follows.', 'lineThickness');

export const SHAPE_FIELDS: Record<ShapeItem['outline']['by'], readonly ShapeField[]> = {
  rectangle: [width, height, corners, choice('corners', 'Worked', 'round', 'chamfered', 'notched', 'scooped')],
  round: [diameter],
  oval: [width, height],
  polygon: [
    { ...diameter, hint: 'Of the circle that its corners lie on.' } as ShapeField,
    { kind: 'number', key: 'sides', label: 'Sides', limit: 'sides', step: 1, whole: true },
    corners,
  ],
  star: [
    diameter,
    { kind: 'number', key: 'points', label: 'Points', limit: 'sides', step: 1, whole: true },
    {
      kind: 'number',
      key: 'inner',
      label: 'Inner',
      limit: 'share',
      step: 0.05,
      hint: 'Circle of the inner corners against that of the points.',
    },
    corners,
  ],
  heart: [width, height],
  arrow: [
    length('width', 'Length'),
    height,
    length('head', 'Head', 'Length of the head.'),
    length('shaft', 'Shaft', 'Thickness of the shaft.'),
  ],
  rule: [length('width', 'Length'), thickness, choice('ends', 'Ends', 'square', 'round', 'pointed')],
  arc: [
    length('radius', 'Radius'),
    angle('from', 'From', 'Counter-clockwise from the right.'),
    angle('sweep', 'Turns', 'So far it runs.'),
    thickness,
    choice('ends', 'Ends', 'square', 'round'),
  ],
  stake: [width, height, length('point', 'Point', 'Of the height.'), corners],
  slot: [width, height],
  keyhole: [length('diameter', 'Head', 'Diameter.'), length('slot', 'Slot', 'Its width.'), height],
  tag: [
    width,
    height,
    length('corner', 'Cut corners', undefined, 'cornerRadius'),
    length('hole', 'Hole', 'Diameter.', 'hole'),
    length('inset', 'Hole from edge', undefined, 'holeInset'),
  ],
  arch: [width, height, length('rise', 'Rise', 'How much of the height is round.')],
  ring: [diameter, length('inner', 'Inner', 'Diameter of the hole.')],
  path: [thickness],
};
