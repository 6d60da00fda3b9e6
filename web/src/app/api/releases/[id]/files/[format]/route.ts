import { answer, readId } from '@/server/http';
import { releasedFile, releasedZip } from '@/server/releases';

const TYPES: Record<string, string> = {
  svg: 'image/svg+xml',
  dxf: 'image/vnd.dxf',
  pdf: 'application/pdf',
  zip: 'application/zip',
};

export const GET = (request: Request, { params }: { params: Promise<{ id: string; format: string }> }) =>
  answer(request, async () => {
    const { id, format } = await params;
    const { fileName, bytes } =
      format === 'zip' ? await releasedZip(readId(id)) : await releasedFile(readId(id), format);
    return new Response(bytes as Uint8Array<ArrayBuffer>, {
      headers: {
        'content-type': TYPES[format] ?? 'application/octet-stream',
        'content-disposition': `attachment; filename="${fileName}"`,
        'x-content-type-options': 'nosniff',
      },
    });
  });
