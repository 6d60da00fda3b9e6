'use client';

import { ServerRefused } from './ask';

/**
 * Sends a file to be checked and kept.
 * @throws ServerRefused with the file's name and the reason; AbortError where it was stopped
 */
export async function bringFile<Answer extends object>(
  where: string,
  file: File,
  signal?: AbortSignal,
): Promise<Answer> {
  const response = await fetch(`${where}?name=${encodeURIComponent(file.name)}`, {
    method: 'POST',
    body: file,
    ...(signal && { signal }),
  }).catch((error: unknown) => {
    if (signal?.aborted) throw error;
    throw new ServerRefused('The server does not answer. Check that Needlefile is still running.', 0);
  });
  const answer = (await response.json().catch(() => null)) as (Answer & { error?: string }) | null;
  if (!response.ok || !answer)
    throw new ServerRefused(`${file.name}: ${answer?.error ?? 'it could not be brought.'}`, response.status);
  return answer;
}
