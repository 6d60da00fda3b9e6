import { answer } from '@/server/http';
import { removeFont } from '@/server/fonts/fonts';

export const DELETE = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  answer(request, async () => {
    const { id } = await params;
    await removeFont(id);
  });
