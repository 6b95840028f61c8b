import { AxeBuilder } from '@axe-core/playwright';
import type { Page } from '@playwright/test';

const WCAG = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'];

type Looking = {
  /** Only this part of the page; what lies behind a sheet was looked at without it. */
  within?: string;
  /** Whether colours are told apart too: most of the time of a look, and the same at any width. */
  colours?: boolean;
};

/** What keeps somebody from reading or using what is shown, a line for each element. */
export async function obstacles(page: Page, { within, colours = true }: Looking = {}): Promise<string[]> {
  const isThere = await page.evaluate(() => 'axe' in window);
  // No frames here: looked at in the page itself, not in a second one opened for each answer. What looks is read once a page.
  const builder = new AxeBuilder(isThere ? { page, axeSource: ';' } : { page })
    .options({
      runOnly: WCAG,
      resultTypes: ['violations'],
      rules: { 'color-contrast': { enabled: colours } },
    })
    .setLegacyMode(true);
  const { violations } = await (within ? builder.include(within) : builder).analyze();
  return violations.flatMap((v) =>
    v.nodes.map((n) => `${v.id}: ${n.target.join(' ')} ${n.html.slice(0, 120)}`),
  );
}
