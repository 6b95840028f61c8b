import type { Page } from '@playwright/test';

/** What an act is answered here: nothing of the studio is changed, and what a refusal looks like is seen as well. */
const REFUSAL = { error: { message: 'Refused, so that the walk changes nothing.' } };

/** Lets everything be read and nothing be done: whatever would change the studio is refused. */
export async function refuseEverything(page: Page): Promise<void> {
  await page.route('**/api/**', (route) =>
    route.request().method() === 'GET' ? route.continue() : route.fulfill({ status: 409, json: REFUSAL }),
  );
}

/** What lies over a page until it is done with. */
export const SHEETS = '[role=dialog], [role=alertdialog]';
const BUTTONS = 'main button:visible:not([disabled]):not([aria-disabled=true])';

/** What a page shows after one of its buttons was pressed. */
export type Opened = { button: string; is: 'a sheet' | 'a refusal' };

/** Buttons that only put away what is open tell nothing new; the lists that open under a field are not sheets. */
const LEFT_ALONE = /^(Close|Back|Leave it|Show the choices)/;

/** "Change Harrow cotton" and "Change Kelp" are one button on two rows; every figure opens its working. */
const kindOf = (name: string) =>
  name.endsWith('working') ? 'working' : name.split(/[\s:]/).slice(0, 2).join(' ');

/**
 * Presses every button of a page, one after the other, and hands over what came up: a sheet over the page, or a refusal in it.
 * Buttons of one kind, as in the rows of a table, are pressed once.
 *
 * @param done kinds that were pressed already, on this page or others; those pressed here are added
 */
export async function pressEveryButton(
  page: Page,
  path: string,
  done: Set<string>,
  onOpened: (opened: Opened) => Promise<void>,
): Promise<void> {
  await page.goto(path);
  const namesOf = () =>
    page
      .locator(BUTTONS)
      .evaluateAll((all) =>
        all.map((each) => (each.getAttribute('aria-label') ?? each.textContent ?? '').trim()),
      );
  const names = (await namesOf()).filter((name) => name && !LEFT_ALONE.test(name));
  for (const name of names) {
    if (done.has(kindOf(name))) continue;
    done.add(kindOf(name));
    const at = (await namesOf()).indexOf(name);
    if (at < 0) continue;
    const button = page.locator(BUTTONS).nth(at);
    await button.click({ timeout: 5_000 }).catch(() => {});
    // A sheet that is opened for the first time is fetched first.
    await page.locator('[data-arriving]').waitFor({ state: 'detached', timeout: 5_000 });
    const sheet = page.locator(SHEETS).filter({ visible: true }).first();
    const refusal = page.locator('[role=alert]:visible').first();
    await sheet
      .or(refusal)
      .waitFor({ timeout: 350 })
      .catch(() => {});
    // Looked at from the top: what lies half under the head of the page is scrolled there by nobody.
    await page.evaluate(() => window.scrollTo(0, 0));
    if (await sheet.isVisible()) await onOpened({ button: name, is: 'a sheet' });
    else if (await refusal.isVisible()) await onOpened({ button: name, is: 'a refusal' });
    if (new URL(page.url()).pathname !== path.split('?')[0] || (await sheet.isVisible()))
      await page.goto(path);
  }
}
