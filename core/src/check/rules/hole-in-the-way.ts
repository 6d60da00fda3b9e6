import { holesIn, plateOutline } from '../../construct/plate-outline.ts';
import {
  boundsContain,
  boundsMeet,
  boundsOfPoints,
  growBounds,
  joinBounds,
  type Bounds,
} from '../../geometry/bounds.ts';
import { regionArea } from '../../geometry/contour-facts.ts';
import { knockOut } from '../../geometry/kernel/boolean.ts';
import type { Point } from '../../geometry/point.ts';
import { circle } from '../../geometry/shapes.ts';
import { PLATE } from '../../recipe/identity.ts';
import { inAssembly } from '../../recipe/patch.ts';
import { LIMITS } from '../../recipe/schema.ts';
import type { Finding, Mend } from '../finding.ts';
import type { AssemblySubject } from '../subjects.ts';
import { tidy } from '../wording.ts';

/** Holes are tried so many times further in, mm each. */
const TRIES = 60;
const STEP = 0.5;

/** Less than this past the edge is nothing, mm². */
const NOTHING = 1e-3;

/** Holes must keep clear of the words and of the edge. */
export function holeInTheWay(subject: AssemblySubject): Finding[] {
  const { plate, letters } = subject.arrangement;
  const { holes } = subject.thing.plate;
  if (!plate || letters.length === 0 || !holes) return [];
  const isHit = hitBy(subject, plate, holes.diameter / 2);
  const hit = holesIn(plate, holes).filter(isHit);
  if (hit.length === 0) return [];
  return [
    {
      id: 'hole in the way',
      rule: 'hole in the way',
      severity: 'attention',
      title: `A ${holes.at === 'corners' ? 'corner hole' : 'hole'} meets the words or the edge`,
      where: growBounds(joinBounds(hit.map((centre) => boundsOfPoints([centre]))), holes.diameter / 2),
      mends: [
        ...furtherIn(plate, holes, isHit),
        { label: 'Leave the holes out', patch: inAssembly([{ path: ['plate', 'holes'], value: null }]) },
      ],
    },
  ];
}

function hitBy({ thing, arrangement }: AssemblySubject, plate: Bounds, radius: number): (centre: Point) => boolean {
  const { plateFigure: figure, letters } = arrangement;
  const outline = plateOutline({ plan: thing.plate, box: plate, figure }, 0, PLATE);
  return (centre) => {
    const box = growBounds(boundsOfPoints([centre]), radius);
    return (
      !boundsContain(plate, box) ||
      letters.some(({ bounds }) => boundsMeet(bounds, box)) ||
      regionArea(knockOut([circle(centre, radius, PLATE)], outline)) > NOTHING
    );
  };
}

type Holes = NonNullable<AssemblySubject['thing']['plate']['holes']>;

/** The least distance from the edges at which all are clear. */
function furtherIn(plate: Bounds, holes: Holes, isHit: (centre: Point) => boolean): Mend[] {
  for (let i = 1; i <= TRIES; i++) {
    const inset = tidy(holes.inset + i * STEP, 1);
    if (inset > LIMITS.holeInset.most) return [];
    if (holesIn(plate, { ...holes, inset }).some(isHit)) continue;
    const patch = inAssembly([{ path: ['plate', 'holes', 'inset'], value: inset }]);
    return [{ label: `Holes ${inset} mm from the edges`, patch }];
  }
  return [];
}
