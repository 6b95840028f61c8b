import { withUpload } from '@/app/uploads';
import { keepEvidence, MOST_EVIDENCE_BYTES } from '@/studio/evidence/evidence';

/** A photograph kept with the line that speaks of it: what it is kept with stands in the address, the file is the body. */
export async function POST(request: Request) {
  return withUpload(
    request,
    async (s, received, fileName, query) =>
      keepEvidence(s, {
        subject: query.get('subject') ?? '',
        subjectId: query.get('id') ?? '',
        words: query.get('words') ?? '',
        fileName,
        received,
      }),
    { limit: MOST_EVIDENCE_BYTES },
  );
}
