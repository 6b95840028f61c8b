import { errorResponse } from '@/app/respond';
import { studio } from '@/app/server';
import { drawingFile } from '@/studio/reports/shopDrawings';

/** A shop drawing at true size, as PDF unless SVG is asked for. */
export async function GET(
  request: Request,
  { params }: { params: Promise<{ kind: string; id: string }> },
) {
  try {
    const { kind, id } = await params;
    const as = new URL(request.url).searchParams.get('as') === 'svg' ? 'svg' : 'pdf';
    const { name, bytes, type } = await drawingFile(await studio(), kind, id, as);
    return new Response(new Uint8Array(bytes), {
      headers: {
        'content-type': type,
        'content-disposition': `${as === 'pdf' ? 'inline' : 'attachment'}; filename="${name}"`,
        'cache-control': 'no-store',
        'content-security-policy': "default-src 'none'; style-src 'unsafe-inline'",
      },
    });
  } catch (error) {
    return errorResponse(error);
  }
}
