import { acceptedProof, furnished, refused } from '../../../tests/unit/helpers/house';
import { loadWorkPage } from '../works/workPage';
import { costSuggestion } from './costs';
import { removePrice, setPrice } from './priceActions';
describe('prices', () => {
  test('an empty price is the solved one, costs are suggested from the last proof, and a price is taken away and back', async () => {
    const f = await furnished();
    await acceptedProof(f);
    const question = {
      costs: [{ name: 'print', amount: 1_840 }],
      fixedFees: [{ name: 'payment', amount: 45 }],
      shareFees: [{ name: 'market', share: 0.095 }],
      carriageCharged: 0,
      margin: 0.5,
      given: 0.05,
    };
    expect((await setPrice(f.studio, { formatId: f.formatId, question, price: '' })).message).toBe(
      '100 × 75 mm sells for 53.10\u00a0EUR.',
    );
    const removed = await removePrice(f.studio, { formatId: f.formatId });
    expect(removed.message).toMatch(/taken away/);
    expect(
      (
        await refused(
          setPrice(f.studio, { formatId: f.formatId, question: { ...question, margin: 0.9 }, price: '' }),
        )
      ).field,
    ).toBe('margin');
    const whole = (await loadWorkPage(f.studio, f.workId))!;
    const costs = (await costSuggestion(f.studio, f.workId, whole.formats, whole.proofs)).get(
      f.formatId,
    )!;
    // A sheet of 150 × 125 mm is 0.01875 m²: paper at 19.40 is 36 cents, ink at 21.00 is 39.
    expect(costs.costs).toEqual([
      { name: 'paper, Harrow Rag 310', amount: 36 },
      { name: 'ink and wear', amount: 39 },
    ]);
    expect(costs.because).toContain('proof round 1 on Harrow Rag 310');
  });
});
