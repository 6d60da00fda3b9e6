import { describe, expect, it } from 'vitest';
import { readSvgArtwork } from '../src/artwork/svg/read-svg.ts';
import { boundsOfPoints, joinBounds } from '../src/geometry/bounds.ts';
import { contourArea, contourBounds } from '../src/geometry/contour-facts.ts';

const svg = (body: string, attributes = 'viewBox="0 0 100 50" width="100" height="50"') =>
  readSvgArtwork(
    `<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" ${attributes}>${body}</svg>`,
  );
const boxOf = (read: ReturnType<typeof svg>) => {
  const box = joinBounds(read.elements.flatMap(({ contours }) => contours.map(contourBounds)));
  return [box.minX, box.minY, box.maxX, box.maxY].map((n) => Number(n.toFixed(4)) + 0);
};
const areaOf = (read: ReturnType<typeof svg>) =>
  read.elements.flatMap(({ contours }) => contours).reduce((sum, contour) => sum + Math.abs(contourArea(contour)), 0);

/** Each group uses the one before it twice, and the first is empty. */
const twice = (i: number) => `<g id="g${i + 1}"><use href="#g${i}"/><use href="#g${i}"/></g>`;
const bombOfUses = `<svg><g id="g0"/>${Array.from({ length: 30 }, (_, i) => twice(i)).join('')}</svg>`;

describe('an SVG as artwork', () => {
  it.each([
    ['<rect x="10" y="5" width="20" height="10"/>', [10, -15, 30, -5], 200],
    ['<rect x="0" y="0" width="20" height="10" rx="5"/>', [0, -10, 20, 0], 200 - 100 + 25 * Math.PI],
    ['<circle cx="20" cy="20" r="10"/>', [10, -30, 30, -10], 100 * Math.PI],
    ['<ellipse cx="20" cy="20" rx="10" ry="5"/>', [10, -25, 30, -15], 50 * Math.PI],
    ['<polygon points="0,0 10,0 10,10"/>', [0, -10, 10, 0], 50],
    ['<path d="M0 0h10v10h-10z"/>', [0, -10, 10, 0], 100],
    ['<path d="m10 10l10 0 0 10-10 0"/>', [10, -20, 20, -10], 100],
    ['<path d="M0 0L10 0L10 10L0 10Z m2 2 h2 v2 h-2z"/>', [0, -10, 10, 0], 104],
    ['<path d="m1 1 10 0 0 10z"/>', [1, -11, 11, -1], 50],
    ['<path d="M0,10A10,10 0 0120,10Z"/>', [0, -10, 20, 0], 50 * Math.PI],
    ['<path d="M0 10a10 5 0 1 0 20 0a10 5 0 1 0-20 0"/>', [0, -15, 20, -5], 50 * Math.PI],
    ['<path d="M0 0Q10 20 20 0z"/>', [0, -10, 20, 0], (2 / 3) * 200],
    ['<g transform="translate(10,5) scale(2)"><rect width="5" height="5"/></g>', [10, -15, 20, -5], 100],
    ['<rect width="10" height="10" transform="rotate(90 5 5)"/>', [0, -10, 10, 0], 100],
    ['<circle r="5" transform="matrix(2 0 0 1 20 20)"/>', [10, -25, 30, -15], 50 * Math.PI],
    ['<defs><rect id="r" width="10" height="10"/></defs><use xlink:href="#r" x="5" y="5"/>', [5, -15, 15, -5], 100],
    [
      '<symbol id="s" viewBox="0 0 1 1"><rect width="1" height="1"/></symbol><use href="#s" width="20" height="20"/>',
      [0, -20, 20, 0],
      400,
    ],
    [
      '<svg x="10" y="10" width="20" height="20" viewBox="0 0 2 2"><rect width="1" height="1"/></svg>',
      [10, -20, 20, -10],
      100,
    ],
    ['<line x1="0" y1="0" x2="10" y2="5" stroke="black" fill="none"/>', [0, -5, 10, 0], 0],
    ['<rect width="50%" height="50%"/>', [0, -25, 50, 0], 1250],
    ['<rect width="4" height="2" transform="rotate(90)" transform-origin="10 10"/>', [18, -4, 20, 0], 8],
    [
      '<rect x="4" width="4" height="2" style="transform: rotate(.25turn); transform-origin: top left"/>',
      [-2, -8, 0, -4],
      8,
    ],
    [
      '<style>rect { transform-box: fill-box; transform-origin: right }</style>' +
        '<rect x="4" y="4" width="4" height="2" style="transform: scaleX(2)"/>',
      [0, -6, 8, -4],
      16,
    ],
  ])('%s', (body, box, area) => {
    const read = svg(body);
    expect(boxOf(read)).toEqual(box.map((n) => expect.closeTo(n, 3) as number));
    expect(areaOf(read)).toBeCloseTo(area, 2);
    expect(read.left).toEqual([]);
  });

  it('an arc of an ellipse is the one of four that its flags say', () => {
    // Quarter and three quarters of an ellipse of 10 by 5, over their chord.
    const [small, large] = [50 * (Math.PI / 4 - 0.5), 50 * ((3 * Math.PI) / 4 + 0.5)];
    const arcOf = (flags: string) => svg(`<path d="M10 0A10 5 0 ${flags} 0 5z"/>`);
    for (const [flags, area] of [
      ['0 0', small],
      ['0 1', small],
      ['1 0', large],
      ['1 1', large],
    ] as const)
      expect(areaOf(arcOf(flags)), flags).toBeCloseTo(area, 2);
    expect(boxOf(arcOf('1 1'))).not.toEqual(boxOf(arcOf('1 0')));
  });

  it('round parts stay round, and are cubics only where they are squeezed', () => {
    const kinds = (body: string) => [
      ...new Set(
        svg(body).elements.flatMap(({ contours }) =>
          contours.flatMap(({ segments }) => segments.map(({ kind }) => kind)),
        ),
      ),
    ];
    expect(kinds('<circle r="5" transform="rotate(30) scale(-2 2)"/>')).toEqual(['arc']);
    expect(kinds('<circle r="5" transform="scale(2 1)"/>')).toEqual(['cubic']);
  });

  it('its style tells areas, lines and what is white, by rules, classes and attributes', () => {
    const kinds = (body: string) => svg(body).elements.map(({ kind, white, evenOdd }) => [kind, white, evenOdd]);
    const css =
      '<style>.cut { fill: none; stroke: red } #w > rect { fill: #fefefe !important } ' +
      'rect.o { fill-rule: evenodd }</style>';
    const rect = (more: string) => `<rect width="9" height="9" ${more}/>`;
    expect(kinds(css + rect('class="cut"'))).toEqual([['line', false, false]]);
    expect(kinds(`${css}<g id="w">${rect('style="fill: black"')}</g>`)).toEqual([['area', true, false]]);
    // Of a child only, and no grey is white.
    expect(kinds(`${css}<g id="w"><g>${rect('')}</g></g>`)).toEqual([['area', false, false]]);
    expect(kinds(rect('fill="#808080"') + rect('fill="#eee"')).map(([, white]) => white)).toEqual([false, false]);
    expect(kinds(css + rect('class="o"'))).toEqual([['area', false, true]]);
    expect(kinds(`<g fill="none" stroke="blue">${rect('')}${rect('fill="green"')}</g>`)).toEqual([
      ['line', false, false],
      ['area', false, false],
    ]);
  });

  it('of straight lines nothing is filled: they are lines by their stroke, or not seen', () => {
    const told = ({ elements, left }: ReturnType<typeof svg>) => [
      ...elements.map(({ kind, colour, contours }) => [kind, colour, contours.length]),
      ...left.map(({ kind, count }) => [kind, count]),
    ];
    expect(told(svg('<line x2="10" y2="5" stroke="#c00"/><polyline points="0,0 5,5 9,9" stroke="red"/>'))).toEqual([
      ['line', '#cc0000', 1],
      ['line', 'red', 1],
    ]);
    expect(told(svg('<path d="M0 0h9M0 1v9 M0 0h9v9z" fill="blue" stroke="red"/>'))).toEqual([
      ['line', 'red', 2],
      ['area', 'blue', 1],
    ]);
    expect(told(svg('<line x2="10" y2="5"/>'))).toEqual([['hidden', 1]]);
  });

  it.each([
    ['rgba(0, 0, 0, 0)', []],
    ['#0000', []],
    ['rgb(255 255 255 / 0%)', []],
    ['hsl(0 0% 100%)', [true]],
    ['#ffffffff', [true]],
    ['#FFF icc-color(press, 0, 0, 0, 0)', [true]],
    ['hsl(0, 0%, 90%)', [false]],
    ['whitesmoke', [false]],
    ['url(#none)', [false]],
  ])('a fill of %s is ink, white, or none', (fill, white) => {
    expect(svg(`<rect width="9" height="9" fill="${fill}"/>`).elements.map((each) => each.white)).toEqual(white);
  });

  it('a sheet for paper counts for nothing, and none that lies elsewhere', () => {
    const css = '@import "a.css"; @media print { rect { fill: none } g { fill: none } } rect { fill: #123456 }';
    expect(svg(`<style>${css}</style><rect width="9" height="9"/>`).elements.map(({ colour }) => colour)).toEqual([
      '#123456',
    ]);
  });

  it('accounts for what it does not take, kind by kind', () => {
    const { left, elements } = svg(
      '<text>Way <tspan>Out</tspan></text><image href="a.png"/><rect width="5" height="5" style="display:none"/>' +
        '<rect width="5" height="5" fill="white"/><use href="#gone"/><use href="other.svg#a"/>' +
        '<path d="M0 0L10 0L10 10Z L oops"/><path d=""/><g clip-path="url(#c)"><rect width="2" height="2"/></g>' +
        '<animate/><foreignObject/>' +
        '<marker id="m"/><path d="M0 0h9" stroke="red" stroke-dasharray="4,2" marker-end="url(#m)"/>' +
        '<pattern id="p"/><rect width="3" height="3" fill="url(#p)"/>',
    );
    expect(left.map(({ kind, count, what }) => [kind, count, ...what])).toEqual([
      ['text', 1, 'Way Out'],
      ['picture', 1],
      ['hidden', 1, 'rect'],
      ['white', 1],
      ['missing', 1, '#gone'],
      ['outside file', 1, 'other.svg#a'],
      ['faulty path', 1],
      ['zero length', 1],
      ['unclipped', 1, 'g'],
      ['animation', 1],
      ['other content', 3, 'marks at the ends of lines', 'a pattern: taken as its area'],
      ['dashed', 1],
    ]);
    // Of a path with a fault what comes before it is drawn, as the standard has it.
    expect(elements.filter(({ white }) => !white)).toHaveLength(4);
  });

  it.each([
    ['width="420mm" height="148mm" viewBox="0 0 420 148"', true, 420],
    ['width="4in" height="2in" viewBox="0 0 400 200"', true, 101.6],
    ['width="400" height="200"', false, 400 * (25.4 / 96)],
    ['viewBox="0 0 400 200"', false, 400 * (25.4 / 96)],
  ])('%s: its size, and whether that is certain', (attributes, certain, width) => {
    const { scale, elements } = svg('<rect width="100%" height="100%"/>', attributes);
    expect(scale.certain).toBe(certain);
    const { minX, maxX } = boundsOfPoints(
      elements.flatMap(({ contours }) => contours.flatMap(({ segments }) => segments.map(({ from }) => from))),
    );
    expect((maxX - minX) * scale.mmPerUnit).toBeCloseTo(width, 6);
  });

  it.each([
    ['not XML', 'M0 0L10 10', /not well-formed/],
    ['a page', '<html><body/></html>', /not an SVG/],
    ['nested without end', '<svg>'.repeat(400) + '</svg>'.repeat(400), /nested more than 256/],
    ['itself in itself', '<svg><g id="a"><use href="#a"/></g></svg>', /without end/],
    ['a bomb of uses', bombOfUses, /again and again/],
    ['nothing', '', /not an SVG|well-formed/],
  ])('%s is refused with a reason', (_, text, reason) => {
    expect(() => readSvgArtwork(text)).toThrow(reason);
  });

  it('entities are taken where they are plain, and bombs are not', () => {
    const bomb =
      '<!DOCTYPE svg [<!ENTITY a "aaaaaaaaaa"><!ENTITY b "&a;&a;&a;&a;&a;&a;&a;&a;"><!ENTITY c "&b;&b;&b;&b;">]>' +
      '<svg viewBox="0 0 9 9"><text>&c;</text></svg>';
    expect(readSvgArtwork(bomb).left).toEqual([{ kind: 'text', count: 1, what: [] }]);
    const plain =
      '<!DOCTYPE svg [<!ENTITY red "fill:none;stroke:red">]><svg><rect width="2" height="3" style="&red;"/></svg>';
    expect(readSvgArtwork(plain).elements.map(({ kind }) => kind)).toEqual(['line']);
  });
});
