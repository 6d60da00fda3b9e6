import { fireEvent } from '@testing-library/react';
import type { Recipe } from '@needlefile/core/recipe/schema';
import { describe, expect, it } from 'vitest';
import { chosenIn } from '../../src/job/chosen';
import { useView } from '../../src/job/view-store';
import { openWorkbench, type OpenWorkbench } from './open';

/** Every field of a length or a number says where in the recipe it stands. */

const STATION_NAMES = ['Letter', 'Plate', 'Hold', 'Strokes', 'Work order', 'Release'];

/** What stands in a recipe at the place of a field. */
function valueAt(recipe: Recipe, at: string): unknown {
  const [first, ...rest] = at.split('.');
  const { thing, item } = chosenIn(recipe, useView.getState());
  const owner: unknown = first === 'thing' ? thing : first === 'item' ? item : recipe[first as keyof Recipe];
  return rest.reduce((value, key) => (value as Record<string, unknown> | null | undefined)?.[key], owner);
}

/** Other figures near what a field holds, the first of them that are likely within its limits. */
const others = (held: number): number[] =>
  [held * 1.25, held * 0.8, held + 1, held - 1, held + 0.1, held - 0.1]
    .map((value) => Number(value.toFixed(2)))
    .filter((value) => value !== held);

const alertOf = (field: Element): string | null =>
  field.closest('.field, .panel-section, li')?.querySelector('[role=alert]')?.textContent ?? null;

/** @returns whether it took another figure. Nothing is built meanwhile: what is typed needs no picture. */
function tryField(bench: OpenWorkbench, field: HTMLInputElement): boolean {
  const at = field.dataset.at!;
  const before = bench.recipe();
  const held = Number(field.value);
  const steps = bench.steps();

  fireEvent.change(field, { target: { value: 'as wide as a barn' } });
  expect(field.getAttribute('aria-invalid'), at).toBe('true');
  expect(alertOf(field), at).toMatch(/It stays|is not a length|[Tt]ype/);
  expect(bench.recipe(), at).toBe(before);
  fireEvent.keyDown(field, { key: 'Escape' });
  expect(field.value, at).toBe(held === 0 && field.value === '' ? '' : String(field.value));
  expect(field.getAttribute('aria-invalid'), at).toBe('false');

  for (const value of field.value === '' ? [] : others(held)) {
    fireEvent.change(field, { target: { value: String(value) } });
    if (field.getAttribute('aria-invalid') === 'true') continue;
    const now = valueAt(bench.recipe(), at);
    // Percents are shares in the recipe.
    expect(
      [value, value / 100].some((each) => Math.abs(each - Number(now)) < 1e-9),
      `${at}: ${value}, ${now}`,
    ).toBe(true);
    expect(bench.steps(), at).toBe(steps + 1);
    fireEvent.keyDown(field, { key: 'Enter' });
    fireEvent.keyDown(window, { key: 'z', ctrlKey: true });
    expect(bench.recipe(), at).toEqual(before);
    return true;
  }
  return false;
}

/** Each has fields that those before it have not. */
const JOBS = [
  'Valve tag, injector',
  'Luggage label, hatched',
  'Waiting room sign, carved',
  'Smokebox plate in rivets',
  'Relief plate, Guard & Parcels',
  'Marigold on a backer',
  'Stationmaster’s desk, name and key tag',
];

describe('fields', () => {
  const known = new Set<string>();

  it.each(JOBS)('of %s write where they say, and nothing else', async (name) => {
    const bench = await openWorkbench(name);
    let tried = 0;
    for (const station of STATION_NAMES) {
      await bench.station(station);
      await bench.built();
      for (const field of document.querySelectorAll<HTMLInputElement>('[aria-label=Station] input[data-at]')) {
        const place = field.dataset.at!.replaceAll(/\d+/g, '#');
        if (known.has(place) || !field.isConnected || !tryField(bench, field)) continue;
        known.add(place);
        tried++;
      }
    }
    expect(tried).toBeGreaterThan(0);
  });
});
