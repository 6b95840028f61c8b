import { AxeBuilder } from '@axe-core/playwright';
import type { Page } from '@playwright/test';

const WCAG = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'];

/** What keeps somebody from reading or using what is shown, a line for each element. */
export async function obstacles(page: Page): Promise<string[]> {
  // No frames here: looked at in the page itself, not in a second one opened for each answer.
  const { violations } = await new AxeBuilder({ page })
    .options({ runOnly: WCAG, resultTypes: ['violations'] })
    .setLegacyMode(true)
    .analyze();
  return violations.flatMap((v) =>
    v.nodes.map((n) => `${v.id}: ${n.target.join(' ')} ${n.html.slice(0, 120)}`),
  );
}
