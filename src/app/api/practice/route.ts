import { answer, objectOf } from '@/app/respond';
import { studio } from '@/app/server';
import { validate } from '@/core/validate';
import { practicePress } from '@/standins/practicePress';
import { practiceProof } from '@/studio/comparing';
import { profileByPractice } from '@/studio/profiles';
import { id, just, line, oneOf, orNull } from '@/studio/schemas';

const untagged = { anyOf: [oneOf('sRGB', 'opRGB'), { type: 'null' }] };
const profileSchema = just({
  what: { const: 'profile' },
  paperId: id,
  machineId: orNull(id),
  routeId: orNull(id),
  setting: line,
  version: { enum: [2, 4] },
});
const proofSchema = just({
  what: { const: 'proof' },
  proofId: id,
  celsius: { type: 'number' },
  twice: { type: 'boolean' },
  untaggedIs: untagged,
});

/** What the practice press does: profile a paper, or print a proof and scan it. */
export async function POST(request: Request) {
  return answer(async () => {
    const body = await objectOf(request);
    if (body.what === 'profile') {
      validate(profileSchema, body);
      return profileByPractice(
        await studio(),
        practicePress,
        body as unknown as Parameters<typeof profileByPractice>[2],
      );
    }
    validate(proofSchema, body);
    return practiceProof(
      await studio(),
      practicePress,
      body as unknown as Parameters<typeof practiceProof>[2],
    );
  });
}
