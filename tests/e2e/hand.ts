import { expect, type Locator, type Page } from '@playwright/test';

/** How somebody works: a mouse, the keys alone, or a thumb. */
export type Hand = {
  /** Goes to something and does what it is there for. */
  press: (what: Locator) => Promise<void>;
  /** Goes to a field and writes into it, in place of what stood there. */
  write: (field: Locator, text: string) => Promise<void>;
  /** Chooses in a list that opens under a field. */
  pick: (page: Page, field: Locator, option: string | RegExp) => Promise<void>;
};

/** A box is ticked at its label: what is drawn of it lies over the input itself. */
async function handle(what: Locator): Promise<Locator> {
  const isBox = await what.evaluate((it) => it.matches('input[type=checkbox], input[type=radio]'));
  return isBox ? what.locator('xpath=ancestor::label[1]') : what;
}

export const mouse: Hand = {
  press: async (what) => (await handle(what)).click(),
  write: (field, text) => field.fill(text),
  async pick(page, field, option) {
    await field.click();
    await page.getByRole('option', { name: option }).first().click();
  },
};

/** A thumb on a telephone: everything is tapped, nothing hovers. */
export const thumb: Hand = {
  press: async (what) => (await handle(what)).tap(),
  async write(field, text) {
    await field.tap();
    await field.fill(text);
  },
  async pick(page, field, option) {
    await field.tap();
    await page.getByRole('option', { name: option }).first().tap();
  },
};

/** The keys alone: what cannot be reached by Tab, or by the arrows within its list, cannot be done. */
export const keys: Hand = {
  async press(what) {
    const page = what.page();
    await reach(what);
    const isTicked = await what.evaluate((it) => it.matches('input[type=checkbox], input[type=radio]'));
    await page.keyboard.press(isTicked ? 'Space' : 'Enter');
  },
  async write(field, text) {
    const page = field.page();
    await reach(field);
    await page.keyboard.press('ControlOrMeta+A');
    await page.keyboard.press('Delete');
    await page.keyboard.insertText(text);
    await expect(field).toHaveValue(text);
  },
  async pick(page, field, option) {
    await reach(field);
    await page.keyboard.press('Enter');
    const wanted = page.getByRole('option', { name: option }).first();
    await expect(wanted).toBeVisible();
    await page.keyboard.press('Home');
    for (let i = 0; i < 60 && !(await hasFocus(wanted)); i++) await page.keyboard.press('ArrowDown');
    expect(await hasFocus(wanted)).toBe(true);
    await page.keyboard.press('Enter');
    await expect(wanted).toBeHidden();
  },
};

const hasFocus = (what: Locator) => what.evaluate((it) => it === document.activeElement);

const drawn = (what: Locator) =>
  what.evaluate(
    () =>
      new Promise<void>((resolve) => requestAnimationFrame(() => requestAnimationFrame(() => resolve()))),
  );

/** Where the focus has to go from where it is: on, back, or along the arrows of a list that is one stop. */
const wayTo = (what: Locator) =>
  what.evaluate((it: HTMLElement) => {
    const here = document.activeElement;
    if (here === it) return 'here';
    /** By Tab, in one go half as many stops as lie between: some of them may be one. */
    const byTab = (other: Element) => {
      const from = here ?? document.body;
      const isAhead = from === document.body || (from.compareDocumentPosition(other) & 4) > 0;
      const stops = [
        ...document.querySelectorAll<HTMLElement>('a[href], button, input, select, textarea, [tabindex]'),
      ].filter((stop) => {
        if (stop.tabIndex < 0 || stop.matches(':disabled') || !stop.checkVisibility()) return false;
        const isPastHere = from === document.body || (from.compareDocumentPosition(stop) & 4) > 0;
        const isPastOther = (other.compareDocumentPosition(stop) & 4) > 0;
        return isAhead ? isPastHere && !isPastOther : !isPastHere && isPastOther;
      });
      return { key: isAhead ? 'Tab' : 'Shift+Tab', times: Math.max(1, Math.floor(stops.length / 2)) };
    };
    if (it.tabIndex >= 0) return byTab(it);
    // One of several that are one stop together: to the one that is it now, then along.
    const list = it.closest('table, [role=grid], [role=list], [role=radiogroup], [role=tablist], ul, ol');
    if (list?.contains(here)) {
      const isAfter = (here!.compareDocumentPosition(it) & 4) > 0;
      // Where several stand beside each other, up and down go to another row.
      const along =
        list.getAttribute('data-layout') === 'grid'
          ? (['ArrowRight', 'ArrowLeft'] as const)
          : (['ArrowDown', 'ArrowUp'] as const);
      return { key: along[isAfter ? 0 : 1], times: 1 };
    }
    return byTab(list ?? it);
  });

/** More stops than any page has. */
const MOST_STOPS = 240;

async function reach(what: Locator): Promise<void> {
  await expect(what).toBeVisible();
  for (let i = 0; i < MOST_STOPS; i++) {
    const way = await wayTo(what);
    if (way !== 'here') for (let n = 0; n < way.times; n++) await what.page().keyboard.press(way.key);
    else {
      // A sheet that was just put away gives the focus back with the next drawing.
      await drawn(what);
      if (await hasFocus(what)) return;
    }
  }
  throw new Error(`The keys do not lead to ${what}.`);
}
