import { answer } from '@/server/http';
import { removeFont } from '@/server/fonts/fonts';
import { forgetFace } from '@/server/faces';

export const DELETE = (_: Request, { params }: { params: Promise<{ id: string }> }) =>
  answer(async () => {
    const { id } = await params;
    await removeFont(id);
    forgetFace(id);
  });
