import { arcAbout } from '../../geometry/arc-from-ends.ts';
import type { Contour } from '../../geometry/contour.ts';
import { compose, moveBy, scaleBy, turnBy, type Matrix } from '../../geometry/matrix.ts';
import { placedContour } from '../../geometry/placed-contour.ts';
import { distance, type Point } from '../../geometry/point.ts';
import { arc, cubic, line, type Segment } from '../../geometry/segment.ts';
import { circle } from '../../geometry/shapes.ts';
import { LeftOuts, type DrawnElement, type FileReading, type Unit } from '../drawn.ts';
import { isLikelySize, unitOffers } from '../offers.ts';
import { closedOutline } from '../filled-outline.ts';
import { UnreadableArtwork } from '../unreadable-artwork.ts';
import { plotterCommands, type PlotterCommand } from './commands.ts';
import { encodedPolyline } from './encoded-polyline.ts';

/** So many things may be drawn. */
const MOST_DRAWN = 400_000;

/** A step of a plotter, and what else a unit may be. */
const STEP: Unit = { mmPerUnit: 0.025, name: 'steps of a plotter, 40 to the millimetre' };
const UNITS: readonly Unit[] = [
  STEP,
  { mmPerUnit: 1, name: 'millimetres' },
  { mmPerUnit: 0.01, name: 'hundredths of a millimetre' },
  { mmPerUnit: 25.4 / 1000, name: 'thousandths of an inch' },
];

/** What says how the device is to work, and draws nothing. */
const SETTINGS = new Set(
  (
    'AC AD AF AP BP CF CA CM CO CP CR CS CT CV DC DF DI DL DR DS DT DV EC ES FI FN FR FS FT GM IM IN IR IW KY ' +
    'LA LM LO MC MG MT NP NR OA OC OD OE OF OH OI OL OO OP OS OT OW PB PC PG PP PS PT PW QL RF RP SA SB SD ' +
    'SI SL SM SR SS ST SV TD TL TR UC UL VS WU XT YT'
  ).split(' '),
);

/**
 * Reads what a plotter file (HP-GL and HP-GL/2) draws, in its steps, y up, each pen a layer of its own.
 * @throws UnreadableArtwork where it has too much in it
 */
export function readHpglArtwork(text: string): FileReading {
  const plotter = new Plotter();
  for (const command of plotterCommands(text)) plotter.run(command);
  plotter.lift();
  const { elements } = plotter;
  const offers = unitOffers(elements, UNITS);
  const common = { mmPerUnit: STEP.mmPerUnit, offers };
  const isCertain = !plotter.isScaled && isLikelySize(elements, STEP.mmPerUnit);
  const why = plotter.isScaled
    ? 'it is drawn in units of its own, over an area that the plotter knows'
    : isCertain
      ? 'plotters have 40 steps to the millimetre'
      : 'in steps of a plotter it would be of an unlikely size';
  return {
    elements,
    left: plotter.left.list(),
    scale: { ...common, certain: isCertain, why, ...(isCertain ? {} : { mmPerUnit: offers[0]!.mmPerUnit }) },
    page: null,
    picture: null,
  };
}

class Plotter {
  readonly elements: DrawnElement[] = [];
  readonly left = new LeftOuts();
  /** Whether it is drawn in units of its own, and nothing says how large those are. */
  isScaled = false;
  #at: Point = { x: 0, y: 0 };
  #isDown = false;
  #isRelative = false;
  #pen = 1;
  #isDashed = false;
  #segments: Segment[] = [];
  /** Contours of a polygon that is being written down; null while none is. */
  #polygon: Contour[] | null = null;
  #written: Contour[] = [];
  #window: readonly [Point, Point] | null = null;
  #scaling: readonly number[] | null = null;
  #turn = 0;

  run({ name, numbers, text }: PlotterCommand): void {
    switch (name) {
      case 'IN':
      case 'DF':
        this.lift();
        [this.#isDown, this.#isRelative, this.#isDashed, this.#scaling, this.#turn] = [false, false, false, null, 0];
        if (name === 'IN') [this.#at, this.#window] = [{ x: 0, y: 0 }, null];
        return;
      case 'SP':
        this.lift();
        this.#pen = Math.max(0, Math.round(numbers[0] ?? 0));
        return;
      case 'LT':
        this.lift();
        this.#isDashed = numbers.length > 0;
        return;
      case 'PU':
      case 'PD':
        if (name === 'PU') this.lift();
        this.#isDown = name === 'PD';
        return this.#go(numbers, this.#isRelative);
      case 'PA':
      case 'PR':
        this.#isRelative = name === 'PR';
        return this.#go(numbers, this.#isRelative);
      case 'AA':
      case 'AR':
        return this.#arc(this.#point(numbers, 0, name === 'AR'), numbers[2] ?? 0);
      case 'AT':
      case 'RT':
        return this.#through(this.#point(numbers, 0, name === 'RT'), this.#point(numbers, 2, name === 'RT'));
      case 'CI':
        return this.#circle(Math.abs(numbers[0] ?? 0));
      case 'EA':
      case 'ER':
      case 'RA':
      case 'RR':
        return this.#rectangle(this.#point(numbers, 0, name[1] === 'R'), name.startsWith('R'));
      case 'EW':
      case 'WG':
        return this.#wedge(numbers[0] ?? 0, numbers[1] ?? 0, numbers[2] ?? 0, name === 'WG');
      case 'BZ':
      case 'BR':
        return this.#curves(numbers, name === 'BR');
      case 'PE':
        return this.#encoded(text);
      case 'PM':
        return this.#polygonMode(numbers[0] ?? 0);
      case 'EP':
        return this.#written.forEach((contour) => this.#put('line', [contour]));
      case 'FP':
        return this.#put('area', this.#written);
      case 'IP':
        if (numbers.length >= 4)
          this.#window = [
            { x: numbers[0]!, y: numbers[1]! },
            { x: numbers[2]!, y: numbers[3]! },
          ];
        return;
      case 'SC':
        this.lift();
        this.#scaling = numbers.length >= 4 ? numbers : null;
        return;
      case 'RO':
        this.lift();
        this.#turn = numbers[0] ?? 0;
        return;
      case 'LB':
      case 'BL':
        return this.left.add('text', text.trim());
      default:
        if (!SETTINGS.has(name)) this.left.add('other content', name);
    }
  }

  /** Ends the line that is being drawn. */
  lift(): void {
    const segments = this.#segments;
    if (segments.length === 0) return;
    this.#segments = [];
    const closed = distance(segments[0]!.from, segments.at(-1)!.to) < 1e-9;
    const contour: Contour = { segments, closed: closed && segments.length > 1 };
    if (this.#polygon) this.#polygon.push(contour);
    else this.#put('line', [contour]);
  }

  #point(numbers: readonly number[], from: number, isRelative: boolean): Point {
    const [x, y] = [numbers[from] ?? 0, numbers[from + 1] ?? 0];
    return isRelative ? { x: this.#at.x + x, y: this.#at.y + y } : { x, y };
  }

  #go(numbers: readonly number[], isRelative: boolean): void {
    for (let i = 0; i + 1 < numbers.length; i += 2) this.#to(this.#point(numbers, i, isRelative));
  }

  #to(point: Point): void {
    if (this.#isDown && distance(this.#at, point) > 0) this.#segments.push(line(this.#at, point, ''));
    this.#at = point;
  }

  #arc(centre: Point, sweep: number): void {
    const radius = distance(centre, this.#at);
    if (radius === 0 || sweep === 0) return;
    const start = (Math.atan2(this.#at.y - centre.y, this.#at.x - centre.x) * 180) / Math.PI;
    const bent = { ...arc(centre, radius, start, sweep, ''), from: this.#at };
    if (this.#isDown) this.#segments.push(bent);
    this.#at = bent.to;
  }

  /** An arc over a point to another; straight where the three are in line. */
  #through(over: Point, to: Point): void {
    const from = this.#at;
    const [ax, ay, bx, by] = [over.x - from.x, over.y - from.y, to.x - from.x, to.y - from.y];
    const twice = 2 * (ax * by - ay * bx);
    if (Math.abs(twice) < 1e-9) return this.#to(to);
    const [a, b] = [ax * ax + ay * ay, bx * bx + by * by];
    const centre = { x: from.x + (by * a - ay * b) / twice, y: from.y + (ax * b - bx * a) / twice };
    const bent = arcAbout(centre, distance(centre, from), from, to, twice > 0);
    if (this.#isDown) this.#segments.push(bent);
    this.#at = to;
  }

  #circle(radius: number): void {
    if (radius === 0) return;
    const whole = circle(this.#at, radius, '');
    if (this.#polygon) this.#polygon.push(whole);
    else this.#put('line', [whole]);
  }

  #rectangle({ x, y }: Point, isFilled: boolean): void {
    const { x: x0, y: y0 } = this.#at;
    const corners = [this.#at, { x, y: y0 }, { x, y }, { x: x0, y }];
    const segments = corners.map((corner, i) => line(corner, corners[(i + 1) % 4]!, ''));
    this.#put(isFilled ? 'area' : 'line', [{ segments, closed: true }]);
  }

  #wedge(radius: number, start: number, sweep: number, isFilled: boolean): void {
    const bent = arc(this.#at, Math.abs(radius), start, sweep, '');
    const segments = [line(this.#at, bent.from, ''), bent, line(bent.to, this.#at, '')];
    this.#put(isFilled ? 'area' : 'line', [{ segments, closed: true }]);
  }

  #curves(numbers: readonly number[], isRelative: boolean): void {
    for (let i = 0; i + 5 < numbers.length; i += 6) {
      const [c1, c2, to] = [0, 2, 4].map((k) => this.#point(numbers, i + k, isRelative)) as [Point, Point, Point];
      if (this.#isDown) this.#segments.push(cubic(this.#at, c1, c2, to, ''));
      this.#at = to;
    }
  }

  #encoded(code: string): void {
    for (const step of encodedPolyline(code)) {
      if ('pen' in step) {
        this.lift();
        this.#pen = step.pen;
        continue;
      }
      if (!step.isDown) this.lift();
      this.#isDown = step.isDown;
      this.#to(step.isAbsolute ? step : { x: this.#at.x + step.x, y: this.#at.y + step.y });
    }
  }

  /** 0 begins to write a polygon down, 1 goes on to its next contour, 2 ends it. */
  #polygonMode(mode: number): void {
    if (mode === 0) {
      this.lift();
      this.#polygon = [];
      return;
    }
    this.lift();
    if (mode !== 2 || !this.#polygon) return;
    this.#written = this.#polygon.map(closedOutline);
    this.#polygon = null;
  }

  /** What is drawn, in steps of the plotter. */
  #put(kind: DrawnElement['kind'], contours: readonly Contour[]): void {
    if (this.#pen === 0 || contours.length === 0) return;
    if (this.elements.length >= MOST_DRAWN)
      throw new UnreadableArtwork(`The plotter file draws more than ${MOST_DRAWN.toLocaleString('en')} lines.`);
    const matrix = this.#matrix();
    const placed = matrix ? contours.map((contour) => placedContour(contour, matrix)) : contours;
    const layer = `Pen ${this.#pen}`;
    if (this.#isDashed && kind === 'line') this.left.add('dashed', layer);
    this.elements.push({
      kind,
      white: false,
      evenOdd: true,
      contours: placed,
      clips: [],
      layer,
      colour: '#000000',
      id: '',
      stroke: null,
    });
  }

  /** From units of the file to steps; null where they are the same. */
  #matrix(): Matrix | null {
    const turn = this.#turn === 0 ? null : turnBy(this.#turn);
    if (!this.#scaling) return turn;
    const [left, right, bottom, top, kind] = this.#scaling as [number, number, number, number, number?];
    // Of the third kind the second and the fourth number are steps to a unit.
    if (kind === 2) return compose(turn ?? moveBy(0, 0), scaleBy(right, top), moveBy(-left, -bottom));
    if (!this.#window || right === left || top === bottom) {
      this.isScaled = true;
      return turn;
    }
    const [p, q] = this.#window;
    const scale = scaleBy((q.x - p.x) / (right - left), (q.y - p.y) / (top - bottom));
    return compose(turn ?? moveBy(0, 0), moveBy(p.x, p.y), scale, moveBy(-left, -bottom));
  }
}
