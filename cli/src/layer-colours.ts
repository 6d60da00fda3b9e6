/** Colours of layers of no operation, told apart in turn: of an SVG, and by number of a DXF. */
const COLOURS = [
  { colour: '#222222', dxfColour: 7 },
  { colour: '#b03a2e', dxfColour: 1 },
  { colour: '#1f618d', dxfColour: 5 },
  { colour: '#1e8449', dxfColour: 3 },
  { colour: '#7d3c98', dxfColour: 6 },
];

export const layerColours = (i: number): (typeof COLOURS)[number] => COLOURS[i % COLOURS.length]!;
