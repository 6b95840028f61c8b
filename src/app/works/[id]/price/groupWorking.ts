import type { CostGroup } from '@/core/cost/ofProduct';
import type { Working } from '@/core/finding';

/** How the costs of one group came about, line by line. */
export const groupWorking = (group: CostGroup, money: (minor: number) => string): Working => ({
  title: `${group.name}, ${money(group.amount)}`,
  steps: group.lines.map((line) => ({ sum: `${line.name}: ${line.sum}`, result: money(line.amount) })),
  notes: group.lines
    .filter((line) => line.because)
    .map((line) => `${line.name}: ${line.because}${line.basis === 'estimated' ? ', estimated' : ''}`),
  source: group.isEstimated
    ? 'Estimated lines are replaced as soon as the records tell.'
    : 'From the studio’s own records.',
});
