import { answer, readId } from '@/server/http';
import { releasedFile, releasedZip } from '@/server/releases';

const TYPES: Record<string, string> = {
  svg: 'image/svg+xml',
  dxf: 'image/vnd.dxf',
  pdf: 'application/pdf',
  plt: 'application/vnd.hp-hpgl',
  zip: 'application/zip',
};

/** One file of a release by its name, or all of them as `zip`. */
export const GET = (request: Request, { params }: { params: Promise<{ id: string; name: string }> }) =>
  answer(request, async () => {
    const { id, name } = await params;
    const { fileName, bytes } = name === 'zip' ? await releasedZip(readId(id)) : await releasedFile(readId(id), name);
    return new Response(bytes as Uint8Array<ArrayBuffer>, {
      headers: {
        'content-type': TYPES[fileName.split('.').at(-1)!] ?? 'application/octet-stream',
        'content-disposition': `attachment; filename="${fileName}"`,
        'x-content-type-options': 'nosniff',
      },
    });
  });
