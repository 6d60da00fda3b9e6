export const HELP = `needlefile: lettering for machines, from a recipe to cut-ready files

  needlefile build RECIPE.json --out DIR [--format svg,dxf,pdf]
  needlefile check RECIPE.json
  needlefile measure RECIPE.json [--json]
  needlefile schema
  needlefile COMMAND --help

Exit codes: 0 done; 1 check found something that says stop; 2 it could not be done (the reason is on standard error).`;

const HELPS: Record<string, string> = {
  build: `needlefile build RECIPE.json --out DIR [--format svg,dxf,pdf]

Writes the job's files at true size (mm) and report.json into DIR, made if need be. Every SVG and DXF is read back and
compared with what was meant before it is written. Findings go to standard error.

  --out DIR       where the files go
  --format LIST   which files, parted by commas; all three where left out`,
  check: `needlefile check RECIPE.json

Prints the findings of the shop check: what was measured, the limit, where, and the mends.
Exits with 1 where one of them says stop.`,
  measure: `needlefile measure RECIPE.json [--json]

Prints how thick things are, in mm: the thinnest place and the narrowest gap, each thin place, the necks between
letters, counters with their widest disc, and specks, each against the house limit. --json prints the same as JSON.`,
  schema: `needlefile schema

Prints the recipe format as JSON Schema.`,
};

export const helpFor = (command: string): string => HELPS[command]!;
