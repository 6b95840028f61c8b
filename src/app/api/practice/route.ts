import { answer, objectOf } from '@/app/respond';
import { studio } from '@/app/server';
import { validate } from '@/core/validate';
import { practicePress } from '@/simulators/practicePress';
import { practiceProof } from '@/studio/proofs/comparisons';
import { profileByPractice } from '@/studio/proofs/profiles';
import { flag, id, line, objectSchema, oneOf, oneOfNumbers, orNull, Type } from '@/studio/schemas';

const untagged = orNull(oneOf('sRGB', 'opRGB'));
const profileSchema = objectSchema({
  what: Type.Literal('profile'),
  paperId: id,
  machineId: orNull(id),
  routeId: orNull(id),
  setting: line,
  version: oneOfNumbers(2, 4),
});
const proofSchema = objectSchema({
  what: Type.Literal('proof'),
  proofId: id,
  celsius: Type.Number(),
  twice: flag,
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
