import { Clipper, FillRule, type Path64 } from 'clipper2-ts';
import type { Point } from '../point.ts';
import { GRID_PER_MM } from './provenance.ts';

/** Areas as rings of points, outer ones counter-clockwise, holes clockwise. They belong to nobody. */
export type Rings = readonly (readonly Point[])[];

/** What of one area lies outside another. */
export const ringsWithout = (area: Rings, other: Rings): Point[][] =>
  other.length === 0
    ? area.map((ring) => [...ring])
    : fromGrid(Clipper.difference(toGrid(area), toGrid(other), FillRule.NonZero));

/** What two areas have in common. */
export const ringsCommon = (area: Rings, other: Rings): Point[][] =>
  fromGrid(Clipper.intersect(toGrid(area), toGrid(other), FillRule.NonZero));

const toGrid = (rings: Rings): Path64[] =>
  rings.map((ring) => ring.map(({ x, y }) => ({ x: Math.round(x * GRID_PER_MM), y: Math.round(y * GRID_PER_MM) })));

const fromGrid = (paths: readonly Path64[]): Point[][] =>
  paths.map((path) => path.map(({ x, y }): Point => ({ x: x / GRID_PER_MM, y: y / GRID_PER_MM })));
