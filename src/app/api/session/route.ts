import { validate } from '@/core/validate';
import { errorResponse } from '@/app/respond';
import { studio } from '@/app/server';
import { sessionSheet, type SessionAsk } from '@/studio/capture/sessionSheet';

const text = { type: 'string', maxLength: 120 };
const schema = {
  type: 'object',
  additionalProperties: false,
  required: ['name', 'print', 'ppi', 'what'],
  properties: {
    kind: text,
    name: text,
    work: text,
    original: text,
    print: text,
    ppi: text,
    fill: text,
    overlap: text,
    what: { enum: ['painting', 'drawing', 'photograph on film', 'digital photograph', 'born digital'] },
    smears: text,
    thick: text,
    gloss: text,
  },
};

/** The checklist of a planned session as PDF; the plan stands in the address. */
export async function GET(request: Request) {
  try {
    const q = Object.fromEntries(new URL(request.url).searchParams);
    validate(schema, q);
    const number = (v: string | undefined, otherwise: number) => (Number(v) > 0 ? Number(v) : otherwise);
    const { name, bytes } = await sessionSheet(await studio(), {
      way: q.name!,
      workId: q.work ?? null,
      original: q.original ?? '',
      print: q.print!,
      ppi: number(q.ppi, 300),
      fill: Math.min(1, number(q.fill, 90) / 100),
      overlap: Math.min(0.6, number(q.overlap, 20) / 100),
      kind: q.what as SessionAsk['kind'],
      smears: Boolean(q.smears),
      thick: Boolean(q.thick),
      gloss: Boolean(q.gloss),
    });
    return new Response(new Uint8Array(bytes), {
      headers: {
        'content-type': 'application/pdf',
        'content-disposition': `inline; filename="${name}"`,
        'cache-control': 'no-store',
      },
    });
  } catch (error) {
    return errorResponse(error);
  }
}
