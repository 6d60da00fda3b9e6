import { z } from 'zod';
import { NO_LEAD, houseShop, usualOf } from '../shop/house.ts';
import { CORNERS, FILE_FORMATS, PLAIN_FILES } from '../shop/file-rules.ts';
import { lengthField, numberField } from './schema/fields.ts';
import { WORKS, type Shop } from '../shop/shop.ts';

const text = z.string().trim().min(1).max(80);
const limit = z.strictObject({ least: lengthField(0, 500), perThickness: numberField(0, 50) });
const limits = z.strictObject({ bridge: limit, neck: limit, wall: limit, gap: limit, counter: limit, speck: limit });
const settings = z.strictObject({
  speed: numberField(0.1, 10_000),
  power: numberField(1, 100),
  passes: z.int().min(1).max(50),
});
const dynamics = z.strictObject({
  travel: numberField(1, 1_000_000),
  line: numberField(1, 1_000_000),
  rows: numberField(1, 1_000_000),
  deviation: lengthField(0.0001, 5),
  settle: numberField(0, 10),
});
const layer = z.strictObject({
  layer: z.string().regex(/^[A-Z0-9_-]{1,31}$/, 'must be upper-case letters, figures, - and _'),
  colour: z.string().regex(/^#[0-9a-f]{6}$/i),
  dxfColour: z.int().min(1).max(255),
  lineWidth: lengthField(0.01, 5).default(0.05),
  areas: z.enum(['filled', 'edges']).default('filled'),
});
const files = z.strictObject({
  formats: z.array(z.enum(FILE_FORMATS)).min(1, 'must name one format or more').readonly(),
  apart: z.boolean(),
  page: z.enum(['sheet', 'drawing']),
  zero: z.enum(CORNERS),
  yDown: z.boolean(),
  unit: z.enum(['mm', 'inch']),
  dxf: z.enum(['R2000', 'R12']),
  curves: z.enum(['arcs', 'splines', 'lines']),
  words: z.boolean(),
  toldBy: z.enum(['layers', 'colours']),
  mostColours: z.int().min(1).max(255).nullable(),
});

/** A shop as it is kept: machines with their limits and output maps, and materials. */
export const shopSchema = z.strictObject({
  machines: z
    .array(
      z.strictObject({
        id: text,
        name: text,
        word: text,
        kerf: lengthField(0, 50),
        materialKerf: z.record(text, lengthField(0, 50)).optional(),
        kerfBy: z.enum(['file', 'controller']).default('controller'),
        lead: z
          .strictObject({
            radius: lengthField(0, 50),
            length: lengthField(0, 50),
            overlap: lengthField(0, 50),
            out: lengthField(0, 50).default(0),
            corner: lengthField(0, 50).default(0),
            always: z.boolean().default(false),
          })
          .default(NO_LEAD),
        materials: z.array(text).min(1),
        settings: z.partialRecord(z.enum(WORKS as [string, ...string[]]), settings),
        travelSpeed: numberField(0.1, 100_000),
        dynamics: dynamics.optional(),
        pierceTime: numberField(0, 600),
        pierces: z.enum(['cuts', 'lines']).optional(),
        fillPitch: lengthField(0.01, 50),
        sweepsAtMost: z.int().min(1).max(200).default(1),
        hourlyRate: numberField(0, 1_000_000).default(0),
        // Shops kept before these were known get what suits most.
        bridgeLoad: numberField(0.1, 100_000).default(40),
        bridgeReach: numberField(1, 1000).default(8),
        limits,
        materialLimits: z.record(text, limits.partial()).optional(),
        output: z.record(z.enum(WORKS as [string, ...string[]]), layer),
        files: files.default(PLAIN_FILES),
      }),
    )
    .min(1),
  tools: z
    .array(
      z.strictObject({
        id: text,
        name: text,
        kind: z.enum(['flat', 'cone']),
        diameter: lengthField(0.05, 100),
        angle: numberField(0, 170),
        tip: lengthField(0, 100),
        feed: numberField(0.1, 1000),
        depth: lengthField(0.01, 100),
      }),
    )
    .max(100)
    .optional(),
  tried: z
    .array(
      settings.extend({
        id: text,
        machine: text,
        material: text,
        thickness: lengthField(0.01, 500),
        work: z.enum(WORKS as [string, ...string[]]),
        note: z.string().trim().max(200),
        date: z.iso.date(),
      }),
    )
    .max(2000)
    .default([]),
  currency: z.string().trim().max(8).default(houseShop.currency),
  materials: z
    .array(
      z.strictObject({
        id: text,
        name: text,
        density: numberField(0.01, 30),
        stock: z.array(lengthField(0.01, 500)).min(1),
        price: numberField(0, 1_000_000).default(0),
        stickyBack: z.boolean().default(false),
      }),
    )
    .min(1),
});

/** Reads a kept shop. @returns the shop, or what is wrong with it in words */
export function readShop(
  value: unknown,
): { readonly ok: true; readonly shop: Shop } | { readonly ok: false; readonly problems: readonly string[] } {
  const parsed = shopSchema.safeParse(value);
  if (parsed.success) {
    const { machines, materials, tools = houseShop.tools, ...others } = parsed.data;
    const complete = machines.map((machine) => ({
      ...machine,
      dynamics: machine.dynamics ?? usualOf(machine.id).dynamics,
      pierces: machine.pierces ?? usualOf(machine.id).pierces,
    }));
    return { ok: true, shop: { machines: complete, materials, tools, ...others } as Shop };
  }
  return { ok: false, problems: parsed.error.issues.map(({ path, message }) => `${path.join('.')}: ${message}`) };
}
