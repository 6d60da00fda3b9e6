import { vi } from 'vitest';
import { main } from '../src/main.ts';

/** Runs a command in this process, and hears what it prints. */
export async function run(...args: string[]): Promise<{ status: number; stdout: string; stderr: string }> {
  const heard = { stdout: '', stderr: '' };
  const out = vi.spyOn(console, 'log').mockImplementation((text: string) => void (heard.stdout += `${text}\n`));
  const err = vi.spyOn(console, 'error').mockImplementation((text: string) => void (heard.stderr += `${text}\n`));
  const status = await main(args);
  out.mockRestore();
  err.mockRestore();
  return { status, ...heard };
}
