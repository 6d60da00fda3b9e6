import {
  WORKS,
  type Machine,
  type Shop,
  type Stock,
  type TriedSettings,
  type Work,
  type WorkSettings,
} from './shop.ts';

const isFor = (tried: Stock, { machine, material, thickness }: Stock): boolean =>
  tried.machine === machine && tried.material === material && Math.abs(tried.thickness - thickness) < 1e-6;

/** What was tried last with a work on a stock; undefined where nothing was. */
export const triedFor = ({ tried }: Pick<Shop, 'tried'>, stock: Stock, work: Work): TriedSettings | undefined =>
  tried.filter((each) => each.work === work && isFor(each, stock)).sort((a, b) => (a.date < b.date ? 1 : -1))[0];

/** A machine that starts, of each of its works, from what was tried on a stock. */
export function withTried(machine: Machine, shop: Pick<Shop, 'tried'>, stock: Omit<Stock, 'machine'>): Machine {
  const settings: Partial<Record<Work, WorkSettings>> = { ...machine.settings };
  let isChanged = false;
  for (const work of WORKS) {
    const tried = machine.settings[work] && triedFor(shop, { ...stock, machine: machine.id }, work);
    if (!tried) continue;
    const { speed, power, passes } = tried;
    settings[work] = { speed, power, passes };
    isChanged = true;
  }
  return isChanged ? { ...machine, settings } : machine;
}

/** The shop with settings that were tried: they take the place of those of the same stock and work. */
export function keepTried(shop: Shop, tried: Omit<TriedSettings, 'id'>): Shop {
  const before = shop.tried.find((each) => each.work === tried.work && isFor(each, tried));
  const taken = new Set(shop.tried.map(({ id }) => id));
  let number = 1;
  while (taken.has(`tried-${number}`)) number++;
  if (!before) return { ...shop, tried: [...shop.tried, { ...tried, id: `tried-${number}` }] };
  const note = tried.note === '' ? before.note : tried.note;
  return { ...shop, tried: shop.tried.map((each) => (each === before ? { ...tried, note, id: before.id } : each)) };
}
