import { answer, Refusal } from '@/server/http';
import { addFont, listFonts } from '@/server/fonts/fonts';

export const GET = () => answer(listFonts);

/** The file itself is the body; its name comes in the address. */
export const POST = (request: Request) =>
  answer(async () => {
    const name = new URL(request.url).searchParams.get('name')?.trim().slice(0, 200) || 'font';
    const file = new Uint8Array(await request.arrayBuffer());
    if (file.byteLength === 0) throw new Refusal(400, 'The file is empty.');
    return Response.json(await addFont(name, file), { status: 201 });
  });
