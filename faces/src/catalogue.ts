/** The wall of faces that Needlefile ships: whole font files, unmodified, each with its licence. */
export interface CatalogueFace {
  readonly id: string;
  readonly name: string;
  /** What it is for, in plain shop words. */
  readonly kind:
    | 'sturdy'
    | 'condensed'
    | 'slab'
    | 'round'
    | 'serif'
    | 'script'
    | 'brush'
    | 'blackletter'
    | 'stencil'
    | 'shaded'
    | 'single-line';
  /** Folder of the npm package that carries it. */
  readonly package: string;
  readonly file: string;
  readonly licence: 'OFL-1.1' | 'Apache-2.0' | 'Hershey';
  /** The file that holds its licence, in the package; a font's own file where it says it itself. */
  readonly licenceFile: string;
}

const face = (id: string, name: string, kind: CatalogueFace['kind'], folder: string, file: string): CatalogueFace => ({
  id,
  name,
  kind,
  package: `@expo-google-fonts/${folder}`,
  file,
  licence: 'OFL-1.1',
  licenceFile: 'LICENSE_FONT',
});

/** Its package has no file of the licence: the font itself names it. */
const namingIt = (shipped: CatalogueFace): CatalogueFace => ({ ...shipped, licenceFile: shipped.file });

/**
 * Stroke data of Dr. A. V. Hershey, in the format of James Hurt, and OFL faces in the same package; each file carries
 * its own licence.
 */
const strokes = (id: string, name: string, file: string, licence: CatalogueFace['licence']): CatalogueFace => ({
  id,
  name,
  kind: 'single-line',
  package: 'hersheytext',
  file: `svg_fonts/${file}.svg`,
  licence,
  licenceFile: `svg_fonts/${file}.svg`,
});

export const CATALOGUE: readonly CatalogueFace[] = [
  face('overpass-bold', 'Overpass Bold', 'sturdy', 'overpass', '700Bold/Overpass_700Bold.ttf'),
  namingIt(
    face('national-park-bold', 'National Park Bold', 'sturdy', 'national-park', '700Bold/NationalPark_700Bold.ttf'),
  ),
  face('bungee', 'Bungee', 'sturdy', 'bungee', '400Regular/Bungee_400Regular.ttf'),
  face('league-gothic', 'League Gothic', 'condensed', 'league-gothic', '400Regular/LeagueGothic_400Regular.ttf'),
  face(
    'barlow-condensed-semibold',
    'Barlow Condensed',
    'condensed',
    'barlow-condensed',
    '600SemiBold/BarlowCondensed_600SemiBold.ttf',
  ),
  face('besley-bold', 'Besley Bold', 'slab', 'besley', '700Bold/Besley_700Bold.ttf'),
  namingIt(face('graduate', 'Graduate', 'slab', 'graduate', 'Graduate_400Regular.ttf')),
  face('fredoka-semibold', 'Fredoka', 'round', 'fredoka', '600SemiBold/Fredoka_600SemiBold.ttf'),
  face('vollkorn-bold', 'Vollkorn Bold', 'serif', 'vollkorn', '700Bold/Vollkorn_700Bold.ttf'),
  face('marcellus', 'Marcellus', 'serif', 'marcellus', '400Regular/Marcellus_400Regular.ttf'),
  face('grand-hotel', 'Grand Hotel', 'script', 'grand-hotel', '400Regular/GrandHotel_400Regular.ttf'),
  {
    ...face('yellowtail', 'Yellowtail', 'script', 'yellowtail', '400Regular/Yellowtail_400Regular.ttf'),
    licence: 'Apache-2.0',
  },
  face('sacramento', 'Sacramento', 'script', 'sacramento', '400Regular/Sacramento_400Regular.ttf'),
  face('pinyon-script', 'Pinyon Script', 'script', 'pinyon-script', '400Regular/PinyonScript_400Regular.ttf'),
  face('corinthia-bold', 'Corinthia Bold', 'script', 'corinthia', '700Bold/Corinthia_700Bold.ttf'),
  face('playwrite-us', 'Playwrite US', 'script', 'playwrite-us-trad', '400Regular/PlaywriteUSTrad_400Regular.ttf'),
  face('caveat-brush', 'Caveat Brush', 'brush', 'caveat-brush', '400Regular/CaveatBrush_400Regular.ttf'),
  face('kaushan-script', 'Kaushan Script', 'brush', 'kaushan-script', '400Regular/KaushanScript_400Regular.ttf'),
  face('unifrakturcook', 'UnifrakturCook', 'blackletter', 'unifrakturcook', '700Bold/UnifrakturCook_700Bold.ttf'),
  face(
    'saira-stencil',
    'Saira Stencil One',
    'stencil',
    'saira-stencil-one',
    '400Regular/SairaStencilOne_400Regular.ttf',
  ),
  namingIt(face('allerta-stencil', 'Allerta Stencil', 'stencil', 'allerta-stencil', 'AllertaStencil_400Regular.ttf')),
  face('bungee-shade', 'Bungee Shade', 'shaded', 'bungee-shade', '400Regular/BungeeShade_400Regular.ttf'),
  strokes('readability-line', 'Readability, one line', 'EMSReadability', 'OFL-1.1'),
  strokes('tech-line', 'Tech, one line', 'EMSTech', 'OFL-1.1'),
  strokes('nixish-line', 'Nixish, one line', 'EMSNixish', 'OFL-1.1'),
  strokes('allure-line', 'Allure, one line', 'EMSAllure', 'OFL-1.1'),
  strokes('hershey-sans-line', 'Hershey Sans, one line', 'HersheySans1', 'Hershey'),
  strokes('hershey-script-line', 'Hershey Script, one line', 'HersheyScript1', 'Hershey'),
];
