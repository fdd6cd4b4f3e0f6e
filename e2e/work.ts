/** The work on one motor by keyboard: signing its stations, measuring it. */
import { expect, type Page } from '@playwright/test';
import { field, press, typeAll } from './keyboard.ts';

export type Typed = Readonly<Record<string, string>>;

const told = (page: Page) => page.getByRole('status').first();

/** Signs the station that the traveller shows, as the lead. */
export async function sign(page: Page, title: string, record: Typed) {
  await expect(page.getByRole('heading', { name: title, level: 2 })).toBeVisible();
  await typeAll(page, record);
  await press(page, page.getByRole('button', { name: /^Sign as Ida Haft/ }));
  await expect(told(page)).toContainText(`${title}: signed`);
}

/** Enters a reading, sees it judged, keeps it. @param motor address of the motor */
export async function read(
  page: Page,
  motor: string,
  kind: string,
  stage: string,
  typed: Typed,
  verdict: string,
) {
  await page.goto(`${motor}/tests?kind=${kind}&stage=${stage}`);
  await expect(field(page, Object.keys(typed)[0]!)).toBeVisible();
  await typeAll(page, typed);
  await expect(page.getByLabel('Verdict').last()).toContainText(verdict);
  await press(page, page.getByRole('button', { name: 'Keep the reading' }));
  await expect(told(page)).toContainText('kept');
}
