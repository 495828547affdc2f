import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { OpenSalon } from './salon.ts';
import { LENGTH, TOOL, OWN_LENGTH, contour, selectZone, dragBeadTo } from './draft.ts';
import { openDraft, openSalon, retype, textOf, waitForText } from './salon.ts';

let salon: OpenSalon;
beforeAll(async () => {
  salon = await openSalon();
});
afterAll(() => salon.close());

describe('drafting a dog', () => {
  it('sign in, find the dog, drag a bead across a tick, say why, save, come back tomorrow', async () => {
    const page = await salon.enter('Ottilie Marsh');
    await openDraft(page, 'Juniper');
    expect(await textOf(page, LENGTH)).toMatch(/^13 mm$/);
    expect(await textOf(page, TOOL)).toMatch(/mackerel comb on a 40/);
    const before = await contour(page);

    await dragBeadTo(page, '4F');
    await waitForText(page, TOOL, '4F');
    expect(await textOf(page, LENGTH)).not.toMatch(/^13 mm$/);
    expect(await contour(page)).not.toBe(before);
    expect(await textOf(page, '.why')).toMatch(/your length/);
    expect(await page.$eval('.why s', (s) => s.textContent)).toBe('lamb trim');

    await page.type('#own-reason', 'less to brush');
    await waitForText(page, '.why', 'your length: less to brush');
    const length = await textOf(page, LENGTH);
    await page.locator('button ::-p-text(Save plan)').click();
    await waitForText(page, '[data-testid="save-state"]', 'v1 by Ottilie Marsh');

    await page.reload();
    await page.waitForSelector('.coat-rule .bead.own');
    expect(await textOf(page, LENGTH)).toBe(length);
    expect(await textOf(page, TOOL)).toMatch('4F');
    expect(await textOf(page, '.why')).toMatch('your length: less to brush');
    expect(await textOf(page, '[data-testid="save-state"]')).toBe('v1 by Ottilie Marsh');
    await page.close();
  });

  it('a drag is one step to undo and to redo', async () => {
    const page = await salon.enter('Bram Quennell');
    await openDraft(page, 'Sorrel');
    const before = await textOf(page, LENGTH);
    await dragBeadTo(page, 'herring');
    const after = await textOf(page, LENGTH);
    expect(after).not.toBe(before);
    await page.locator('.draft-bar ::-p-text(Undo)').click();
    await waitForText(page, LENGTH, before);
    await page.keyboard.down('Control');
    await page.keyboard.down('Shift');
    await page.keyboard.press('z');
    await page.keyboard.up('Shift');
    await page.keyboard.up('Control');
    await waitForText(page, LENGTH, after);
    await page.close();
  });

  it('refuses a bad length in place, keeps what was typed, and takes the corrected one', async () => {
    const page = await salon.enter('Bram Quennell');
    await openDraft(page, 'Clementine');
    const before = await textOf(page, LENGTH);
    for (const [typed, says] of [
      ['short', 'That is not a length'],
      ['0', 'above 0'],
      ['1/0', 'divided by 0'],
      ['390', 'of hair is there'],
    ] as const) {
      await retype(page, OWN_LENGTH, typed);
      await page.keyboard.press('Enter');
      await waitForText(page, '.own-word .invalid-feedback', says);
      expect(await page.$eval(OWN_LENGTH, (input) => (input as HTMLInputElement).value)).toBe(typed);
      expect(await textOf(page, LENGTH)).toBe(before);
    }
    await retype(page, OWN_LENGTH, '1/2');
    await page.keyboard.press('Enter');
    await waitForText(page, LENGTH, '13 mm');
    await page.close();
  });

  it('two people save the same plan: what both changed is put together, what clashes is asked', async () => {
    const ottilie = await salon.enter('Ottilie Marsh');
    const bram = await salon.enter('Bram Quennell');
    await openDraft(bram, 'Tansy');
    await dragBeadTo(bram, '7F');
    const mine = await textOf(bram, LENGTH);
    await ottilie.bringToFront();
    await openDraft(ottilie, 'Tansy');
    await selectZone(ottilie, 'loin');
    await dragBeadTo(ottilie, '4F');
    const theirs = await textOf(ottilie, LENGTH);
    await ottilie.locator('button ::-p-text(Save plan)').click();
    await waitForText(ottilie, '[data-testid="save-state"]', 'v1 by Ottilie Marsh');

    await bram.bringToFront();
    await waitForText(bram, '.toast', 'Ottilie Marsh saved this plan. Saving yours puts both together.');
    expect(await textOf(bram, LENGTH)).toBe(mine);
    await ottilie.bringToFront();
    await selectZone(ottilie, 'back');
    await dragBeadTo(ottilie, '4F');
    const other = await textOf(ottilie, LENGTH);
    await bram.bringToFront();
    await bram.locator('button ::-p-text(Save plan)').click();
    await waitForText(bram, '[data-testid="save-state"]', 'v2 by Bram Quennell');
    expect(await textOf(bram, LENGTH)).toBe(mine);
    await selectZone(bram, 'loin');
    await waitForText(bram, LENGTH, theirs);

    await ottilie.bringToFront();
    await ottilie.locator('button ::-p-text(Save plan)').click();
    await waitForText(ottilie, '.clash', 'Bram Quennell changed this plan while you did');
    await waitForText(ottilie, '.clash table', 'back');
    await ottilie.locator('.clash ::-p-text(All mine)').click();
    await ottilie.locator('.clash ::-p-text(Save it so)').click();
    await waitForText(ottilie, '[data-testid="save-state"]', 'v3 by Ottilie Marsh');
    expect(await textOf(ottilie, LENGTH)).toBe(other);
    // Bram changed nothing since: what Ottilie saved is on his screen by itself.
    await bram.bringToFront();
    await waitForText(bram, '[data-testid="save-state"]', 'v3 by Ottilie Marsh');
    await selectZone(bram, 'back');
    await waitForText(bram, LENGTH, other);
    await Promise.all([ottilie.close(), bram.close()]);
  });

  it('unsaved changes outlive a reload; a plan saved while no server answers goes there by itself', async () => {
    const page = await salon.enter('Bram Quennell');
    await openDraft(page, 'Bosun');
    await dragBeadTo(page, 'mackerel');
    const length = await textOf(page, LENGTH);
    await page.reload();
    await page.waitForSelector('.coat-rule .bead.own');
    await waitForText(page, LENGTH, length);
    await waitForText(page, '.toast', 'Your unsaved changes');
    await page.setOfflineMode(true);
    await page.locator('button ::-p-text(Save plan)').click();
    await waitForText(page, '.draft-bar', 'No answer from the server');
    await waitForText(page, '[data-testid="save-state"]', 'sent when the server is back');
    expect(await textOf(page, LENGTH)).toBe(length);
    await page.setOfflineMode(false);
    await waitForText(page, '[data-testid="save-state"]', 'v1 by Bram Quennell');
    await page.close();
  });
});

describe('a page that goes', () => {
  it('keeps the length that was asked for in the same moment', async () => {
    const page = await salon.enter('Bram Quennell');
    await openDraft(page, 'Marzipan');
    for (let times = 0; times < 2; times++) {
      const before = await textOf(page, LENGTH);
      await page.keyboard.press(',');
      const asked = await textOf(page, LENGTH);
      expect(asked).not.toBe(before);
      await page.keyboard.down('Control');
      await page.keyboard.press('z');
      await page.keyboard.up('Control');
      await waitForText(page, LENGTH, before);
      await Promise.all([
        page.waitForNavigation(),
        page.evaluate(() => {
          document.body.dispatchEvent(new KeyboardEvent('keydown', { key: ',', bubbles: true }));
          location.reload();
        }),
      ]);
      await waitForText(page, LENGTH, asked);
    }
    await page.close();
  });
});

describe('welfare on the board', () => {
  it('an owner’s shave-down of a double coat is not followed and the alternatives are offered', async () => {
    const page = await salon.enter('Bram Quennell');
    await openDraft(page, 'Mistral');
    await waitForText(page, '.zone-panel .conflict', 'Offer first: bath and de-shed');
    expect(await textOf(page, TOOL)).toBe('Leave it as it is.');
    await page.close();
  });

  it('an unsafe length warns, waits to be read, and is then followed and marked', async () => {
    const page = await salon.enter('Bram Quennell');
    await openDraft(page, 'Quill');
    await selectZone(page, 'throat');
    const planned = await textOf(page, LENGTH);
    await retype(page, OWN_LENGTH, '0.5');
    await page.keyboard.press('Enter');
    await waitForText(page, '.zone-panel .conflict', 'On hold');
    expect(await textOf(page, LENGTH)).toBe(planned);
    await page.locator('button ::-p-text(I understand, use it)').click();
    await waitForText(page, LENGTH, '0.5 mm');
    await page.locator('button ::-p-text(Save plan)').click();
    await waitForText(page, '[data-testid="save-state"]', 'v2 by Bram Quennell');
    await page.close();
  });

  it('a trainee is warned, cannot step over the warning, and the plan stays as it was', async () => {
    const page = await salon.enter('Isolde Pike');
    await openDraft(page, 'Dumpling');
    await selectZone(page, 'throat');
    const planned = await textOf(page, LENGTH);
    const skip = await page.$$eval(
      '#own-tool option',
      (options) => options.map((o) => o as HTMLOptionElement).find((o) => o.text === '7 skip')?.value ?? '',
    );
    await page.select('#own-tool', skip);
    await page.waitForSelector('.own-word .sides');
    await page.locator('.own-word .sides ::-p-text(against)').click();
    await waitForText(page, '.zone-panel .conflict', 'On hold');
    await waitForText(page, '.zone-panel', 'A groomer or the lead decides that');
    expect(await page.$$('button ::-p-text(I understand, use it)')).toHaveLength(0);
    expect(await textOf(page, LENGTH)).toBe(planned);
    await page.close();
  });
});
