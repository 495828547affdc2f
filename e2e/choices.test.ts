import type { Page } from 'puppeteer-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { OpenSalon } from './salon.ts';
import { goTo, openChoices, openHands, openSalon, retype, scribble, textOf, waitForText } from './salon.ts';

let salon: OpenSalon;
beforeAll(async () => {
  salon = await openSalon();
});
afterAll(() => salon.close());

const texts = (page: Page, selector: string) =>
  page.$$eval(selector, (all) => all.map((one) => (one as HTMLElement).innerText.trim()));

describe('deciding with the owner', () => {
  it('sees looks side by side, picks one, signs, and it is kept with the plan, to print', async () => {
    const page = await salon.enter('Ottilie Marsh', 1280, 900);
    await openChoices(page, 'Mistral');
    const kinds = await texts(page, '.look .kind');
    expect(kinds.length).toBeGreaterThanOrEqual(2);
    expect(kinds.length).toBeLessThanOrEqual(4);
    expect(kinds[0]).toBe('As asked');
    const [asked] = await texts(page, '.look');
    expect(asked).toMatch(/min brushing a week/);
    expect(asked).toMatch(/visits a year/);
    expect(asked).toMatch(/€.*a year/);
    expect(asked).toMatch(/may not come back the same/);

    await page.locator('.look .choose').click();
    await waitForText(page, '.consent', 'Offered instead: bath and de-shed');
    await retype(page, '#signed-by', '');
    await page.locator('.consent ::-p-text(Sign and keep)').click();
    await waitForText(page, '.consent', 'Type the name of who signs');
    await retype(page, '#signed-by', 'Gwendolen Astor-Pym');
    await page.locator('.consent ::-p-text(Sign and keep)').click();
    await waitForText(page, '.consent', 'The owner signs on the pad first');
    await scribble(page);
    await page.locator('.consent ::-p-text(Sign and keep)').click();
    await waitForText(page, '.signed', 'Consent for Mistral');
    expect(await textOf(page, '.signed')).toMatch(
      /Signed by Gwendolen Astor-Pym on .*, before Ottilie Marsh/,
    );
    expect(await page.$$('.signature polyline')).toHaveLength(1);

    const sheet = await page.pdf({ format: 'A4' });
    expect(Buffer.from(sheet).subarray(0, 5).toString()).toBe('%PDF-');
    await page.emulateMediaType('print');
    expect(await page.$eval('.topline', (bar) => getComputedStyle(bar).display)).toBe('none');
    await page.emulateMediaType('screen');

    await page.locator('a ::-p-text(To the draft)').click();
    await waitForText(page, '[data-testid="save-state"]', 'v1 by Ottilie Marsh');
    await page.close();
  }, 60_000);

  it('the looks are the same where no worker starts', async () => {
    const page = await salon.enter('Ottilie Marsh');
    await openChoices(page, 'Bosun');
    expect(page.workers()).toHaveLength(1);
    const worked = await texts(page, '.look');
    await page.evaluateOnNewDocument('delete window.Worker');
    await page.reload();
    await page.waitForSelector('.look');
    expect(page.workers()).toHaveLength(0);
    expect(await texts(page, '.look')).toEqual(worked);
    await page.close();
  });

  it('the groomer swaps a look; the board, the choice and the name outlive a reload', async () => {
    const page = await salon.enter('Bram Quennell');
    await openChoices(page, 'Bosun');
    await page.select('.look:nth-child(2) select', 'lion shorter');
    await waitForText(page, '.look:nth-child(2) .kind', 'Groomer’s own');
    await waitForText(page, '.look:nth-child(2) h2', 'lion trim, shorter');
    await page.locator('.look:nth-child(2) .choose').click();
    await page.waitForSelector('.consent');
    await page.locator('#signed-by').fill('Harald’s sister');
    await page.reload();
    await waitForText(page, '.look:nth-child(2) h2', 'lion trim, shorter');
    await page.waitForSelector('.look.picked');
    expect(await page.$eval('#signed-by', (input) => (input as HTMLInputElement).value)).toBe(
      'Harald’s sister',
    );
    await page.select('.look:nth-child(2) select', '');
    await page.waitForFunction(
      () => !document.querySelector('.look:nth-child(2) .kind')?.textContent?.includes('own'),
    );
    await page.close();
  });

  it('a trainee may show the looks but not take the consent; matted ears are in the text', async () => {
    const page = await salon.enter('Isolde Pike');
    await openChoices(page, 'Dumpling');
    await page.locator('.look .choose').click();
    await waitForText(page, '.consent', 'The mat on the left ear, outside is left for a vet');
    await waitForText(page, '.consent', 'is clipped off');
    await waitForText(page, '.consent', 'sittings of 15 minutes');
    await waitForText(page, '.consent', 'A groomer or the lead takes the consent');
    await page.close();
  });
});

describe('the salon’s rules', () => {
  it('the lead declines shaved double coats, and the board refuses the wish from then on', async () => {
    const page = await salon.enter('Ottilie Marsh');
    await page.locator('nav ::-p-text(Salon)').click();
    await page.locator('#doubleCoat-decline').click();
    await page.locator('::-p-aria([name="Minimum price"][role="textbox"])').fill('-5');
    await page.keyboard.press('Enter');
    await waitForText(page, '.number-field .invalid-feedback', '0 to 1000');
    await page.locator('button ::-p-text(Save the rules)').click();
    await waitForText(page, '.toast', 'The salon’s rules are saved');
    await page.reload();
    await page.waitForSelector('#doubleCoat-decline:checked');

    await openChoices(page, 'Mistral');
    await page.waitForFunction(() => document.querySelector('.look')?.textContent?.includes('Not done here'));
    expect(await page.$eval('.look .choose', (button) => (button as HTMLButtonElement).disabled)).toBe(true);
    await page.close();

    const bram = await salon.enter('Bram Quennell');
    await bram.locator('nav ::-p-text(Salon)').click();
    await waitForText(bram, '.salon', 'Only the lead changes these');
    expect(await bram.$$('button ::-p-text(Save the rules)')).toHaveLength(0);
    await bram.close();
  });

  it('one dog may have its own school, and its plan says so', async () => {
    const page = await salon.enter('Bram Quennell');
    await openHands(page, 'Juniper');
    await goTo(page, 'Draft');
    await page.locator('.tabs ::-p-text(All zones)').click();
    await page.locator('.all-zones button ::-p-text(cheek)').click();
    await waitForText(page, '[data-testid="zone-tool"]', 'against the lay');
    await page.locator('.own-schools summary').click();
    await page.select('#school-face', 'with');
    await waitForText(page, '.why', 'Face of clipped breeds: with the lay, one longer');
    await waitForText(page, '[data-testid="zone-tool"]', 'with the lay');
    await waitForText(page, '.own-schools', '1 of its own');
    await page.close();
  });
});
