export const HELP = `needlefile: lettering for machines, from a recipe to cut-ready files

  needlefile build RECIPE.json --out DIR [--format svg,dxf,pdf,plt] [--shop SHOP.json] [--anyway]
  needlefile check RECIPE.json [--shop SHOP.json]
  needlefile measure RECIPE.json [--shop SHOP.json] [--json]
  needlefile read FILE --out DIR [--scale MM] [--join MM] [--doubled MM] [--strokes line|area|ask]
                  [--nodes keep|fit] [--simplify MM] [--beside leave|take] [--json]
  needlefile centerline FILE.svg --out DIR [--spurs NUMBER] [--ends full|short] [--straight] [--json]
  needlefile fill FILE.svg --out DIR [--kind hatch|pocket|rest|cone|dots] [options of the kind] [--json]
  needlefile run FILE [--machine ID] [--map ID] [--shop SHOP.json] [--json]
  needlefile schema
  needlefile COMMAND --help

Each takes --limit SECONDS: what takes longer is stopped with a sentence (300 where left out).

Exit codes: 0 done; 1 a finding says stop, and nothing was written; 2 it could not be done (standard error says why).`;

const HELPS: Record<string, string> = {
  build: `needlefile build RECIPE.json --out DIR [--format svg,dxf,pdf,plt] [--shop SHOP.json] [--anyway]

Writes the job's files at true size (mm) and report.json into DIR, made if need be. Every SVG and DXF is read back and
compared with what was meant before it is written. Findings go to standard error. Where one says STOP, nothing is
written and the exit code is 1.

  --out DIR       where the files go
  --format LIST   which files, parted by commas; those of the recipe, or of its machine, where left out
  --shop FILE     machines, materials and output maps as /api/shop answers them; the house's own where left out
  --anyway        write the files although a finding says STOP`,
  check: `needlefile check RECIPE.json [--shop SHOP.json]

Prints the findings of the shop check: what was measured, the limit, where, and the mends.
Exits with 1 where one of them says stop. A mend is told as THING/ITEM/what.to.set = value.`,
  measure: `needlefile measure RECIPE.json [--shop SHOP.json] [--json]

Prints how thick things are, in mm: the thinnest place and the narrowest gap, each thin place, the necks between
letters, counters with their widest disc, and specks, each against the house limit, thing by thing. --json prints the
same as a list of things in JSON.`,
  read: `needlefile read FILE --out DIR [--scale MM] [--join MM] [--doubled MM] [--strokes line|area|ask]
                [--nodes keep|fit] [--simplify MM] [--beside leave|take] [--json]

Reads artwork (an SVG, a DXF, a PDF, a plotter file, or a picture, of which what is dark is traced: PNG, JPEG, WebP,
GIF, TIFF, BMP), and writes what is taken of it into DIR, in millimetres: NAME.svg and NAME.dxf, closed contours closed
and open lines open, a layer to each layer of the file, and NAME.json, which accounts for all that arrived: gaps with
their places and widths, doubled lines, lines that ran past each other, contours that cross themselves, and what was
left out, by kind. Exits with 1 where the file cannot be read or draws nothing.

  --out DIR     where the files go
  --scale MM    how long a unit of the file is; the file's own word, or the likeliest, where left out
  --join MM     gaps up to this are closed, and ends up to this cut off where lines run past each other; 0.1 where left
                out, inches with a unit (0.01in)
  --doubled MM  lines no further than this beside others lie on them, and count once; 0.005 where left out
  --strokes     what lines of 0.3 mm and wider are: followed, or the area that they cover; ask, where left out,
                follows them and says so
  --nodes fit   contours of many nodes are fitted anew within 0.02 mm
  --simplify MM contours of many nodes are fitted anew within this: few lines, arcs and curves, corners kept
  --beside      what lies wholly beside the file's page: leave, where left out, or take
  --json        print the account as JSON`,
  centerline: `needlefile centerline FILE.svg --out DIR [--spurs NUMBER] [--ends full|short] [--straight] [--json]

Traces the strokes down the middle of the areas of a file, and writes them as NAME.svg and NAME.dxf into DIR: open
lines, arcs and curves in mm where the file has its areas, closed ones where a stroke runs round. Strokes run on through
crossings and to their ends; a dot is a short line at its middle. Exits with 1 where the file draws no area.

  --spurs       how much of a branch is a serif or a fault of the outline: 0 keeps all, 1 where left out, 2 drops
                branches twice as long
  --ends short  strokes end half their width before the edge, for a tool as wide as they are
  --straight    long runs that are nearly straight become straight
  --json        print the figures as JSON`,
  fill: `needlefile fill FILE.svg --out DIR [--kind hatch|pocket|rest|cone|dots] [options of the kind] [--json]

Fills the areas of a file with strokes, and writes NAME.svg, NAME.dxf and NAME.json into DIR: { frame, strokes,
figures }, the strokes in running order, each with its kind and points, in mm where the file has its areas, y down as
in an SVG. The middle of the tool keeps half its width from the edge. Exits with 1 where the tool reaches nothing.

  --kind hatch    rows of lines
    --width MM    what the tool leaves: a pen's line, a beam's, a cutter's diameter; 0.3 where left out
    --spacing MM  from line to line; 0.8 of the width where left out
    --lines rings one inside the other along the edge, rather than straight; middle: side by side along the middle
                  of strokes
    --angle       of straight lines, degrees counter-clockwise; 0 where left out
    --cross       a second time across the first
    --outline     once round the edge, before the lines or after them (where left out); none: a stroke only along what
                  no line comes near
    --joins edge  lines are joined along the edge and to the next, as a beam burns whatever it goes over
  --kind pocket   rings from the inside out, the wall last, nothing left that the cutter reaches
    --tool MM     diameter of the cutter; 1 where left out
    --overlap     of passes, as a share of the diameter; 0.4 where left out
    --way against against the climb
  --kind rest     only what a first cutter leaves: --tool MM that cutter (3 where left out), --smaller MM the one that
                  clears the rest (1 where left out), --overlap as above
  --kind cone     down the middle, as deep as the cone is as wide as the letters; points have a z, below 0
    --angle       between the sides of the cone, degrees; 60 where left out
    --tip MM      width of its flat tip; 0.1 where left out
    --deepest MM  no deeper than this, with a ring at that depth where letters are wider
  --kind dots     discs in rows, evenly spread, one on each end and corner
    --diameter MM 1 where left out
    --pitch MM    from middle to middle; 1.5 of the diameter where left out
    --edge MM     from a dot's rim to the edge; 0 where left out
    --lie         rows (where left out), or scattered: in no order, no two nearer than the pitch
    --single filled  what is a dot itself, as that of an i, gets one as wide as there is room for
  --inset MM      of a hatch or a pocket: so far inside the edge
  --json          print the figures as JSON`,
  run: `needlefile run FILE [--machine ID] [--map ID] [--shop SHOP.json] [--json]

Tells what a machine of the shop does with a released SVG or DXF, of which it knows nothing but the file: layer by layer
in the order of the file, how long each takes, what comes free, what is worked twice or on what is free already, and
layers that its output map does not know. Exits with 1 where the file cannot be read or the map knows none of it.

  --machine ID  plasma (where left out), co2-laser, fibre-laser, router or engraver
  --map ID      the output map of another machine
  --shop FILE   machines with their maps as /api/shop answers them; the house's own where left out
  --json        print the account as JSON: operations, moves with their times, falls`,
  schema: `needlefile schema

Prints the recipe format as JSON Schema.`,
};

export const helpFor = (command: string): string => HELPS[command]!;
