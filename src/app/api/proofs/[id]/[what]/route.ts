import { keptFile } from '@/app/keptFile';
import { errorResponse } from '@/app/respond';
import { studio } from '@/app/server';
import { turnedAway, withUpload } from '@/app/uploads';
import { InputError, RefusedError } from '@/core/errors';
import { practicePress } from '@/simulators/practicePress';
import { rowById } from '@/store/rows';
import { clientPage, sheetView } from '@/studio/proofs/clientPage';
import { keepCapture, practiceReadingsOf } from '@/studio/proofs/comparisons';
import { keepProofPhoto } from '@/studio/proofs/sheets';
import { readFile } from 'node:fs/promises';

type Params = { params: Promise<{ id: string; what: string }> };
const WHAT = ['sheet', 'view', 'photo', 'page', 'readings'];

/** What belongs to a proof: its sheet as a print file, a view of it, its photograph, the page for the client, practice readings. */
export async function GET(request: Request, { params }: Params) {
  const refused = await turnedAway(request);
  if (refused) return refused;
  try {
    const { id, what } = await params;
    const s = await studio();
    const proof = await rowById(s.db, 'proofs', id, 'proof');
    const named = (name: string, type: string, how = 'attachment') => ({
      'content-type': type,
      'content-disposition': `${how}; filename*=UTF-8''${encodeURIComponent(name)}`,
      'x-content-type-options': 'nosniff',
    });
    switch (what) {
      case 'sheet': {
        if (!proof.printFileSha)
          throw new RefusedError('This proof was not made here: there is no file of it.');
        return await keptFile(s, {
          sha256: proof.printFileSha,
          fileName: proof.fileName,
          type: 'image/tiff',
        });
      }
      case 'view':
        return new Response(new Uint8Array(await sheetView(s, proof)), {
          headers: {
            'content-type': 'image/jpeg',
            'cache-control': 'private, max-age=31536000, immutable',
          },
        });
      case 'photo': {
        if (!proof.photoSha) throw new RefusedError('No photograph is kept with this proof.');
        return new Response(
          new Uint8Array(await readFile(await s.objects.soundPath(proof.photoSha, 'the photograph'))),
          {
            headers: { 'content-type': 'image/jpeg', 'cache-control': 'no-store' },
          },
        );
      }
      case 'page': {
        const { name, html } = await clientPage(s, proof.id);
        return new Response(html, {
          headers: {
            ...named(name, 'text/html; charset=utf-8'),
            'content-security-policy': "default-src 'none'; img-src data:; style-src 'unsafe-inline'",
          },
        });
      }
      case 'readings': {
        const { name, text } = await practiceReadingsOf(s, practicePress, {
          proofId: proof.id,
          celsius: 23,
        });
        return new Response(text, { headers: named(name, 'text/plain; charset=utf-8') });
      }
      default:
        throw new InputError('what', what, `one of ${WHAT.join(', ')}`);
    }
  } catch (error) {
    return errorResponse(error);
  }
}

/** A photograph of a proof, or a capture of it to compare. */
export async function POST(request: Request, { params }: Params) {
  const { id, what } = await params;
  return withUpload(request, async (s, received, fileName) => {
    if (what === 'photo') return keepProofPhoto(s, { proofId: id, fileName, received });
    if (what === 'capture') return keepCapture(s, { proofId: id, fileName, received });
    throw new InputError('what', what, 'photo or capture');
  });
}
