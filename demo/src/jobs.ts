import type { RecipeInput } from '@needlefile/core/recipe/read';
import type { JobInput } from '@needlefile/core/recipe/schema';
import { ENGINE_PICTURE, WHISTLE_EMBLEM } from './artworks.ts';

type Items = Exclude<NonNullable<JobInput['assemblies']>[number], { make: 'coupon' }>['items'];
type ItemInput = NonNullable<Items>[number];

const capHeight = (value: number) => ({ by: 'cap height' as const, value });

/** Its own middle on the middle of another item. */
const middleOf = (of: string) => ({ own: 'centre' as const, of, edge: 'centre' as const });

/** A rule beside the heart of the nameboard. */
const rule = (id: string, x: { own: 'left' | 'right'; edge: 'left' | 'right'; distance: number }): ItemInput => ({
  id,
  kind: 'shape',
  outline: { by: 'rule', width: 190, thickness: 9, ends: 'pointed' },
  place: { x: { ...x, of: 'heart' }, y: { own: 'middle', of: 'heart', edge: 'middle' } },
});

const valveTag = (words: string): JobInput['assemblies'][number] => ({
  make: 'engraved',
  plate: { width: 62, height: 22, margin: 4, cornerRadius: 3, border: { inset: 1.6 } },
  items: [
    { id: 'words', words, face: 'graduate', size: capHeight(6), letterSpacing: 0.4, place: { x: 0, y: 0 } },
    {
      id: 'hole',
      kind: 'shape',
      name: 'Hole',
      role: 'opening',
      outline: { by: 'round', diameter: 4 },
      place: {
        x: { own: 'left', of: 'plate', edge: 'left', distance: 4 },
        y: { own: 'middle', of: 'plate', edge: 'middle' },
      },
    },
  ],
});

/** Jobs of the workshop of the Pennywhistle Light Railway, an invented line run by volunteers. Newest last. */
export const DEMO_JOBS: readonly RecipeInput[] = [
  {
    name: 'Mess room hook, Wren',
    tags: ['mess room', 'hooks'],
    make: 'stand-alone',
    machine: 'co2-laser',
    material: 'plywood',
    thickness: 6,
    lettering: { words: 'Wren', face: 'fredoka-semibold', size: { by: 'overall width', value: 140 } },
    rail: { height: 9, overlap: 2, extend: 4 },
  },
  {
    name: 'Valve tag, injector',
    tags: ['brass', 'Marigold'],
    make: 'engraved',
    machine: 'engraver',
    material: 'brass',
    thickness: 1.5,
    lettering: {
      words: 'INJECTOR\nNo. 2',
      face: 'graduate',
      size: { by: 'overall width', value: 44 },
      lineScale: [1, 0.7],
      lineSpacing: 1.7,
    },
    plate: { width: 64, height: 30, cornerRadius: 4, holes: { diameter: 3, inset: 5 }, border: { inset: 2 } },
  },
  {
    name: 'Luggage label, hatched',
    tags: ['carriages', 'labels'],
    machine: 'engraver',
    material: 'brass',
    thickness: 1,
    operations: [
      { id: 'area', work: 'engrave', fill: { width: 0.3, spacing: 0.24, angle: 30, outline: 'after', joins: 'any' } },
      { id: 'line', work: 'score' },
      { id: 'inner', work: 'cut' },
      { id: 'outer', work: 'cut' },
    ],
    assemblies: [
      {
        make: 'engraved',
        items: [
          {
            words: 'Fenny Cross\nPASSENGER LUGGAGE',
            face: 'vollkorn-bold',
            size: { by: 'cap height', value: 9 },
            lineScale: [1, 0.5],
          },
        ],
        plate: { width: 90, height: 36, cornerRadius: 5, holes: null, border: { inset: 2.5 } },
      },
    ],
  },
  {
    name: 'Waiting room sign, carved',
    tags: ['signs', 'Fenny Cross'],
    machine: 'router',
    material: 'oak',
    thickness: 20,
    operations: [
      { id: 'area', work: 'engrave', fill: { kind: 'cone', angle: 60, tip: 0.1, deepest: 3 } },
      { id: 'area-rest', work: 'engrave', fill: { kind: 'pocket', tool: 2, overlap: 0.4, after: 'area' } },
      { id: 'line', work: 'score' },
      { id: 'inner', work: 'cut' },
      { id: 'outer', work: 'cut' },
    ],
    assemblies: [
      {
        make: 'engraved',
        items: [
          {
            words: 'WAITING\nROOM',
            face: 'besley-bold',
            size: { by: 'cap height', value: 48 },
            lineSpacing: 1.35,
          },
        ],
        plate: { width: 400, height: 180, cornerRadius: 12, holes: null },
      },
    ],
  },
  {
    name: 'Valve tag, blower, filled letters',
    tags: ['brass', 'Marigold'],
    machine: 'engraver',
    material: 'brass',
    thickness: 1.5,
    operations: [
      { id: 'area', work: 'engrave', fill: { kind: 'pocket', tool: 1, overlap: 0.4 } },
      { id: 'area-rest', work: 'engrave', fill: { kind: 'pocket', tool: 0.3, overlap: 0.4, after: 'area' } },
      { id: 'line', work: 'score' },
      { id: 'inner', work: 'cut' },
      { id: 'outer', work: 'cut' },
    ],
    assemblies: [
      {
        make: 'engraved',
        items: [{ words: 'BLOWER', face: 'besley-bold', size: { by: 'cap height', value: 9 } }],
        plate: { width: 70, height: 24, cornerRadius: 4, holes: { diameter: 3, inset: 4 }, border: { inset: 2 } },
      },
    ],
  },
  {
    name: 'Smokebox plate in rivets',
    tags: ['Marigold', 'steel'],
    machine: 'fibre-laser',
    material: 'mild-steel',
    thickness: 2,
    operations: [
      { id: 'area', work: 'mark', fill: { kind: 'dots', diameter: 3, pitch: 4.5, edge: 0.5 } },
      { id: 'line', work: 'score' },
      { id: 'inner', work: 'cut' },
      { id: 'outer', work: 'cut' },
    ],
    assemblies: [
      {
        make: 'engraved',
        items: [{ words: 'No. 2', face: 'league-gothic', size: { by: 'cap height', value: 60 } }],
        plate: { width: 150, height: 90, cornerRadius: 12, holes: { diameter: 6, inset: 9 }, border: null },
      },
    ],
  },
  {
    name: 'Carriage door, Saloon',
    tags: ['carriages', 'single line'],
    machine: 'router',
    material: 'oak',
    thickness: 20,
    assemblies: [
      {
        make: 'single-line',
        items: [
          {
            words: 'Saloon',
            face: 'grand-hotel',
            size: { by: 'overall width', value: 320 },
            centerline: { joined: true },
          },
        ],
      },
    ],
  },
  {
    name: 'Engine name Marigold',
    tags: ['Marigold', 'brass'],
    make: 'stand-alone',
    machine: 'fibre-laser',
    material: 'brass',
    thickness: 3,
    lettering: { words: 'Marigold', face: 'grand-hotel', size: { by: 'overall width', value: 420 } },
  },
  {
    name: 'Relief plate, Guard & Parcels',
    tags: ['carriages', 'signs'],
    make: 'relief',
    machine: 'router',
    material: 'oak',
    thickness: 15,
    lettering: {
      words: 'Guard\n& Parcels',
      face: 'vollkorn-bold',
      size: { by: 'overall width', value: 380 },
      lineSpacing: 1.45,
    },
    plate: { margin: 36, cornerRadius: 14, holes: null },
    relief: { frame: 10 },
  },
  {
    name: 'Marigold on a backer',
    tags: ['Marigold', 'signs'],
    make: 'backed',
    machine: 'co2-laser',
    material: 'plywood',
    thickness: 4,
    lettering: { words: 'Marigold', face: 'grand-hotel', size: { by: 'overall width', value: 300 } },
    backer: { distance: 9, locate: true },
  },
  {
    name: 'Platform sign, Way Out',
    tags: ['Alderwick', 'signs'],
    make: 'cut-through',
    machine: 'router',
    material: 'plywood',
    thickness: 9,
    lettering: {
      words: 'Way Out\n& Booking',
      face: 'besley-bold',
      size: { by: 'cap height', value: 70 },
      lineSpacing: 1.7,
    },
    plate: { margin: 40, cornerRadius: 18, holes: { diameter: 8, inset: 20 } },
  },
  {
    name: 'Station nameboard Alderwick',
    tags: ['Alderwick', 'signs'],
    make: 'stand-alone',
    machine: 'plasma',
    material: 'mild-steel',
    thickness: 4,
    lettering: {
      words: 'ALDERWICK',
      face: 'national-park-bold',
      size: { by: 'cap height', value: 160 },
      letterSpacing: 6,
    },
    rail: { height: 30, overlap: 6, extend: 24 },
  },
  {
    name: 'Wagon stencil, 8 tons',
    tags: ['wagons', 'stencils'],
    make: 'cut-through',
    machine: 'plasma',
    material: 'mild-steel',
    thickness: 3,
    lettering: {
      words: 'LOAD 8 TONS\nEMPTY RETURN TO FENNY CROSS',
      face: 'barlow-condensed-semibold',
      size: { by: 'overall width', value: 620 },
      lineScale: [1, 0.4],
      letterSpacing: 4,
      lineSpacing: 1,
    },
    plate: { margin: 34, cornerRadius: 12, holes: { diameter: 8, inset: 14 } },
  },
  {
    name: 'Lamp hut set, one sheet',
    tags: ['lamp hut', 'signs'],
    machine: 'co2-laser',
    material: 'plywood',
    thickness: 4,
    assemblies: [
      {
        name: 'Lamp hut plate',
        make: 'cut-through',
        plate: { margin: 16, cornerRadius: 8 },
        items: [
          { words: 'LAMP HUT', face: 'overpass-bold', size: { by: 'cap height', value: 26 } },
          { words: 'Mind the step', face: 'yellowtail', size: { by: 'cap height', value: 20 }, role: 'engraved' },
        ],
      },
      {
        make: 'stand-alone',
        copies: 2,
        rail: { height: 7, overlap: 2.5, extend: 2 },
        items: [{ words: 'Rowan', face: 'fredoka-semibold', size: { by: 'cap height', value: 24 } }],
      },
      {
        name: 'Hook tag',
        make: 'engraved',
        plate: { margin: 7, cornerRadius: 4 },
        items: [
          { words: 'OIL', face: 'graduate', size: { by: 'cap height', value: 12 } },
          {
            kind: 'shape',
            name: 'Hole',
            role: 'opening',
            outline: { by: 'round', diameter: 5 },
            place: { x: -8, y: 6 },
          },
        ],
      },
    ],
  },
  {
    name: 'Valve tags, a sheet of six',
    tags: ['brass', 'Marigold'],
    machine: 'engraver',
    material: 'brass',
    thickness: 1.5,
    sheet: { margin: 8, gap: 4 },
    assemblies: ['BLOWER', 'INJECTOR', 'SAND', 'DAMPER', 'WHISTLE', 'DRAINS'].map(valveTag),
  },
  {
    name: 'Fenny Cross, platform two',
    tags: ['Fenny Cross', 'signs'],
    machine: 'plasma',
    material: 'mild-steel',
    thickness: 3,
    assemblies: [
      {
        name: 'Nameboard',
        make: 'cut-through',
        plate: { margin: 45, cornerRadius: 16, holes: { diameter: 11, inset: 20 } },
        hold: { bridges: { perIsland: 'two' } },
        items: [
          {
            id: 'station',
            words: 'FENNY CROSS',
            face: 'barlow-condensed-semibold',
            size: capHeight(100),
            letterSpacing: 4,
          },
          rule('left-rule', { own: 'right', edge: 'left', distance: -18 }),
          {
            id: 'heart',
            kind: 'shape',
            outline: { by: 'heart', width: 44, height: 38 },
            place: { x: middleOf('station'), y: { own: 'top', of: 'station', edge: 'baseline', distance: -26 } },
          },
          rule('right-rule', { own: 'left', edge: 'right', distance: 18 }),
          {
            id: 'platform',
            words: 'Platform 2',
            face: 'vollkorn-bold',
            size: capHeight(66),
            place: { x: middleOf('station'), y: { own: 'top', of: 'heart', edge: 'bottom', distance: -24 } },
          },
        ],
      },
    ],
  },
  {
    name: 'Parcels plate with a panel for the name',
    tags: ['carriages', 'signs'],
    machine: 'router',
    material: 'oak',
    thickness: 9,
    assemblies: [
      {
        make: 'relief',
        plate: { margin: 34, cornerRadius: 14, holes: null },
        relief: { frame: 10 },
        items: [
          { id: 'office', words: 'Parcels', face: 'vollkorn-bold', size: capHeight(64) },
          {
            id: 'panel',
            kind: 'shape',
            name: 'Blank panel',
            outline: { by: 'rectangle', width: 300, height: 62, cornerRadius: 12, corners: 'scooped' },
            place: { x: middleOf('office'), y: { own: 'top', of: 'office', edge: 'baseline', distance: -34 } },
          },
          {
            id: 'on-duty',
            words: 'on duty',
            face: 'overpass-bold',
            size: capHeight(30),
            place: { x: middleOf('panel'), y: { own: 'top', of: 'panel', edge: 'bottom', distance: -22 } },
          },
        ],
      },
    ],
  },
  {
    name: 'Wren, on an ornament',
    tags: ['mess room'],
    machine: 'co2-laser',
    material: 'plywood',
    thickness: 4,
    assemblies: [
      {
        name: 'Ornament name',
        make: 'stand-alone',
        items: [
          {
            id: 'ornament',
            kind: 'shape',
            name: 'Ornament',
            role: 'guide',
            outline: { by: 'round', diameter: 110 },
            place: { x: 0, y: 0 },
          },
          {
            id: 'name',
            words: 'Wren',
            face: 'fredoka-semibold',
            size: { by: 'overall width', value: 84 },
            place: {
              x: middleOf('ornament'),
              y: { own: 'cap middle', of: 'ornament', edge: 'middle', distance: 4 },
            },
          },
          {
            id: 'branch',
            kind: 'shape',
            name: 'Branch',
            outline: { by: 'rule', width: 88, thickness: 7, ends: 'round' },
            place: { x: middleOf('ornament'), y: { own: 'top', of: 'name', edge: 'baseline', distance: 2 } },
          },
        ],
      },
    ],
  },
  {
    name: 'Stationmaster’s desk, name and key tag',
    tags: ['Fenny Cross', 'office'],
    machine: 'co2-laser',
    material: 'plywood',
    thickness: 4,
    assemblies: [
      {
        name: 'Desk name',
        make: 'stand-alone',
        rail: {
          at: 'both',
          height: 7,
          overlap: 2,
          extend: 12,
          uprights: { count: 2 },
          feet: { count: 2, width: 34, depth: 4, play: 0.2, base: { depth: 46, past: 10, cornerRadius: 6 } },
        },
        items: [{ words: 'STATION\nMASTER', face: 'overpass-bold', size: capHeight(32), letterSpacing: 2 }],
      },
      {
        name: 'Key tag',
        make: 'engraved',
        plate: { margin: 4 },
        items: [
          {
            id: 'tag',
            kind: 'shape',
            role: 'plate',
            outline: { by: 'tag', width: 60, height: 30, corner: 9, hole: 6, inset: 8 },
          },
          { id: 'words', words: 'Office', face: 'vollkorn-bold', size: capHeight(11) },
        ],
      },
    ],
  },
  {
    name: 'Tea room, with the emblem',
    tags: ['Fenny Cross', 'signs'],
    machine: 'co2-laser',
    material: 'plywood',
    thickness: 4,
    assemblies: [
      {
        name: 'Tea room',
        make: 'cut-through',
        plate: { margin: 16, cornerRadius: 8, holes: { diameter: 4.5, inset: 9 } },
        items: [
          { id: 'emblem', kind: 'artwork', source: WHISTLE_EMBLEM.id, fileName: WHISTLE_EMBLEM.fileName, join: 0.5 },
          {
            id: 'words',
            words: 'Tea room',
            face: 'vollkorn-bold',
            size: capHeight(34),
            place: {
              x: { own: 'left', of: 'emblem', edge: 'right', distance: 14 },
              y: { own: 'cap middle', of: 'emblem', edge: 'middle' },
            },
          },
        ],
      },
    ],
  },
  {
    name: 'Parcels crate, engine no. 2',
    tags: ['Fenny Cross', 'crates'],
    machine: 'co2-laser',
    material: 'plywood',
    thickness: 6,
    assemblies: [
      {
        name: 'Crate lid',
        make: 'engraved',
        plate: { margin: 14, cornerRadius: 6, holes: null },
        items: [
          {
            id: 'engine',
            kind: 'artwork',
            source: ENGINE_PICTURE.id,
            fileName: ENGINE_PICTURE.fileName,
            mmPerUnit: 0.25,
          },
          { id: 'words', words: 'PENNYWHISTLE PARCELS', face: 'barlow-condensed-semibold', size: capHeight(12) },
        ],
      },
    ],
  },
];
