import { readFile, writeFile } from 'node:fs/promises';
import path from 'node:path';
import type { FileReading } from '@needlefile/core/artwork/drawn';
import { build, facesOf, filesOf, type Build } from '@needlefile/core/job/build-job';
import { FORMATS, type Format } from '@needlefile/core/job/files';
import { release } from '@needlefile/core/job/release';
import { measure } from '@needlefile/core/job/measure-job';
import { measureReportOf } from '@needlefile/core/job/measure-report';
import type { Face } from '@needlefile/core/lettering/face';
import { openFont } from '@needlefile/core/lettering/open-font';
import { readRecipe, recipeJsonSchema } from '@needlefile/core/recipe/read';
import type { Recipe } from '@needlefile/core/recipe/schema';
import type { Shop } from '@needlefile/core/shop/shop';
import { readFace } from '@needlefile/faces/files';
import { readAnyArtwork } from './artwork-file.ts';
import { onlyFile, parse, UsageError } from './arguments.ts';
import { centerlineCommand } from './centerline.ts';
import { bytesOf, makeFolder } from './files.ts';
import { findingLines } from './findings.ts';
import { measureLines } from './measures.ts';
import { fillCommand } from './fill.ts';
import { HELP, helpFor } from './help.ts';
import { readCommand } from './read.ts';
import { runCommand } from './run.ts';
import { SHOP_OPTION, shopFrom } from './shop-file.ts';

const MODULES = path.resolve(import.meta.dirname, '../../node_modules');

type Command = (args: string[]) => Promise<number>;
const COMMANDS: Record<string, Command> = {
  build: buildCommand,
  check: checkCommand,
  measure: measureCommand,
  read: readCommand,
  centerline: centerlineCommand,
  fill: fillCommand,
  run: runCommand,
  schema: schemaCommand,
};

/**
 * Runs one command.
 * @returns the exit code: 0 well, 1 where a finding says stop, 2 where the command could not be carried out
 */
export async function main(args: string[]): Promise<number> {
  const [name, ...rest] = args;
  try {
    if (name === undefined || name === '--help' || name === '-h' || name === 'help') {
      console.log(HELP);
      return name === undefined ? 2 : 0;
    }
    const command = COMMANDS[name];
    const names = Object.keys(COMMANDS).join(', ');
    if (!command) throw new UsageError(`There is no command “${name}”. Commands: ${names}.`);
    if (rest.includes('--help') || rest.includes('-h')) {
      console.log(helpFor(name));
      return 0;
    }
    return await command(rest);
  } catch (error) {
    console.error(`needlefile: ${error instanceof Error ? error.message : String(error)}`);
    return 2;
  }
}

async function buildCommand(args: string[]): Promise<number> {
  const { values, positionals } = parse(args, {
    out: { type: 'string' },
    ...SHOP_OPTION,
    format: { type: 'string' },
    anyway: { type: 'boolean', default: false },
  });
  const file = onlyFile(positionals, 'build');
  if (typeof values.out !== 'string') throw new UsageError('Say where the files go: --out DIR');
  const job = await buildFile(file, await shopFrom(values.shop));
  const usual = job.recipe.release.formats ?? job.machine.files.formats;
  const formats = typeof values.format === 'string' ? formatsOf(values.format) : usual;
  const released = await release(job, formats, null);
  const { findings } = released.report;
  for (const line of findingLines(findings)) console.error(line);
  const stops = findings.filter(({ severity }) => severity === 'stop').length;
  if (stops > 0 && !values.anyway) {
    const found = stops === 1 ? 'a finding says' : `${stops} findings say`;
    console.error(`needlefile: nothing is written: ${found} STOP. Mend the recipe, or write the files with --anyway.`);
    return 1;
  }
  await makeFolder(values.out);
  const name = path.basename(file).replace(/\.json$/i, '');
  const files = released.files.map(({ format, part, readBack, bytes }) => ({
    told: { name: `${name}${part === null ? '' : `-${part.toLowerCase()}`}.${format}`, format, part, readBack },
    bytes,
  }));
  for (const { told, bytes } of files) await writeFile(path.join(values.out, told.name), bytes);
  const told = JSON.stringify({ ...released.report, files: files.map((each) => each.told) }, null, 2);
  await writeFile(path.join(values.out, 'report.json'), `${told}\n`);
  const names = files.map((each) => each.told.name).join(', ');
  console.log(`${names} and report.json written to ${values.out}`);
  return 0;
}

async function checkCommand(args: string[]): Promise<number> {
  const { values, positionals } = parse(args, SHOP_OPTION);
  const job = await buildFile(onlyFile(positionals, 'check'), await shopFrom(values.shop));
  const findings = [...job.findings, ...measure(job).findings];
  const lines = findingLines(findings);
  console.log(lines.length > 0 ? lines.join('\n') : 'Nothing found: clear.');
  return findings.some(({ severity }) => severity === 'stop') ? 1 : 0;
}

async function measureCommand(args: string[]): Promise<number> {
  const { values, positionals } = parse(args, { ...SHOP_OPTION, json: { type: 'boolean', default: false } });
  const job = await buildFile(onlyFile(positionals, 'measure'), await shopFrom(values.shop));
  const things = measure(job).assemblies.map((taken, i) => ({
    id: taken.id,
    name: job.assemblies[i]!.name,
    ...measureReportOf(taken),
  }));
  const told = things.flatMap((thing) => [...(things.length > 1 ? [`${thing.name}:`] : []), ...measureLines(thing)]);
  console.log(values.json ? JSON.stringify(things, null, 2) : told.join('\n'));
  return 0;
}

async function schemaCommand(args: string[]): Promise<number> {
  parse(args, {});
  console.log(JSON.stringify(recipeJsonSchema(), null, 2));
  return 0;
}

function formatsOf(text: string): Format[] {
  const names = text.split(',').map((name) => name.trim().toLowerCase());
  const wrong = names.find((name) => !(FORMATS as readonly string[]).includes(name));
  if (wrong !== undefined) throw new UsageError(`There is no format “${wrong}”. Formats: ${FORMATS.join(', ')}.`);
  return [...new Set(names)] as Format[];
}

async function buildFile(file: string, shop: Shop): Promise<Build> {
  const recipe = await readRecipeFile(file);
  const faces = new Map<string, Face>();
  for (const id of facesOf(recipe)) {
    const bytes = await readFace(id, MODULES);
    if (bytes) faces.set(id, openFont(bytes, id));
  }
  return build(recipe, { shop, faces, artworks: await artworksBeside(file, recipe) });
}

/** Files of artwork by the paths that a recipe names them by, beside it. What is not there becomes a finding. */
async function artworksBeside(file: string, recipe: Recipe): Promise<Map<string, FileReading>> {
  const found = new Map<string, FileReading>();
  for (const source of filesOf(recipe)) {
    const bytes = await readFile(path.resolve(path.dirname(file), source)).catch(() => null);
    if (!bytes) continue;
    try {
      found.set(source, await readAnyArtwork(bytes));
    } catch (error) {
      throw new UsageError(`${source} cannot be read: ${(error as Error).message}`);
    }
  }
  return found;
}

async function readRecipeFile(file: string): Promise<Recipe> {
  const text = new TextDecoder().decode(await bytesOf(file));
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch (error) {
    throw new UsageError(`${file} is not JSON: ${(error as Error).message}`);
  }
  const read = readRecipe(json);
  if (!read.ok)
    throw new UsageError(
      `${file} is not a recipe:\n${read.problems.map((problem) => `  ${problem}`).join('\n')}\n` +
        'The format: needlefile schema',
    );
  return read.recipe;
}
