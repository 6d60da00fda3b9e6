import { execFileSync } from 'node:child_process';
import path from 'node:path';

/** What ezdxf and shapely find of a job released twice. */
export interface Coverage {
  /** Share of what the narrowest tool reaches. */
  readonly covered: number;
  /** mm². */
  readonly outside: number;
  /** How many lines fill. */
  readonly lines: number;
}

/**
 * How much of its areas the tools cover.
 * @param edges DXF with the edges of the areas @param filled DXF with what fills them
 * @param tools by layer, mm
 */
export function coverageOf(edges: string, filled: string, tools: Readonly<Record<string, number>>): Coverage {
  const script = path.join(import.meta.dirname, 'fills.py');
  const told = Object.entries(tools).map(([layer, width]) => `${layer}=${width}`);
  const said = execFileSync('/usr/bin/python3', [script, 'released', edges, filled, ...told], { encoding: 'utf8' });
  return JSON.parse(said) as Coverage;
}
