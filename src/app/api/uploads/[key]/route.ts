import { heldUpload } from '@/app/uploads';

type Given = { params: Promise<{ key: string }> };

/** How many bytes are held of a file that was on its way when the connection broke off. */
export const GET = async (request: Request, { params }: Given) => heldUpload(request, (await params).key);

/** What is held of it is let go: it was stopped by hand. */
export const DELETE = async (request: Request, { params }: Given) =>
  heldUpload(request, (await params).key);
