import { answer, readBytes } from '@/server/http';
import { Refusal } from '@/server/refusal';
import { addFont, listFonts, MOST_FONT_BYTES } from '@/server/fonts/fonts';

export const GET = (request: Request) => answer(request, listFonts);

/** The file itself is the body; its name comes in the address. */
export const POST = (request: Request) =>
  answer(request, async () => {
    const name = new URL(request.url).searchParams.get('name')?.trim().slice(0, 200) || 'font';
    const file = await readBytes(request, MOST_FONT_BYTES, 'The font file is over 16 MB, and too large for letters.');
    if (file.byteLength === 0) throw new Refusal(400, 'The file is empty.');
    return Response.json(await addFont(name, file, request.signal), { status: 201 });
  });
