import { houseShop } from '@needlefile/core/shop/house';
import type { Shop } from '@needlefile/core/shop/shop';

/** Pounds an hour, and pounds a litre, as the volunteers reckon. */
const RATES: Readonly<Record<string, number>> = {
  plasma: 48,
  'co2-laser': 42,
  'fibre-laser': 65,
  router: 45,
  engraver: 36,
};
const PRICES: Readonly<Record<string, number>> = {
  'mild-steel': 12,
  brass: 85,
  plywood: 4.5,
  oak: 9,
  acrylic: 14,
  'stencil-card': 8,
  'stencil-film': 40,
};

/** The workshop of the Pennywhistle Light Railway: the house's machines and materials, with made-up prices. */
export const DEMO_SHOP: Shop = {
  ...houseShop,
  machines: houseShop.machines.map((machine) => ({ ...machine, hourlyRate: RATES[machine.id] ?? 0 })),
  materials: houseShop.materials.map((material) => ({ ...material, price: PRICES[material.id] ?? 0 })),
};
