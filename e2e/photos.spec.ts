/** Photos on a tablet at the bench: taken, seen by everybody, noted upon, taken back; a network that drops loses none. */
import { expect, test, type Page } from '@playwright/test';
import { randomUUID } from 'node:crypto';
import { deflateSync, crc32 } from 'node:zlib';
import { signIn } from './keyboard.ts';

const base = () => process.env['DEMO_SHOP']!;

/** A picture of one colour as a screen writes it. */
function png(red: number, side = 60): Buffer {
  const chunk = (type: string, data: Buffer) => {
    const body = Buffer.concat([Buffer.from(type, 'latin1'), data]);
    const around = Buffer.alloc(8);
    around.writeUInt32BE(data.length, 0);
    around.writeUInt32BE(crc32(body), 4);
    return Buffer.concat([around.subarray(0, 4), body, around.subarray(4)]);
  };
  const head = Buffer.alloc(13);
  head.writeUInt32BE(side, 0);
  head.writeUInt32BE(side, 4);
  head.set([8, 2], 8);
  const row = Buffer.concat([
    Buffer.from([0]),
    Buffer.concat(Array.from({ length: side }, () => Buffer.from([red, 90, 60]))),
  ]);
  return Buffer.concat([
    Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]),
    chunk('IHDR', head),
    chunk('IDAT', deflateSync(Buffer.concat(Array.from({ length: side }, () => row)))),
    chunk('IEND', Buffer.alloc(0)),
  ]);
}
const photo = (name: string, red: number) => ({ name, mimeType: 'image/png', buffer: png(red) });
const input = (page: Page) => page.getByLabel('Photos or papers to add');
const tiles = (page: Page) => page.getByRole('region', { name: 'Photos and papers' }).locator('li img');

let made = 0;
test.beforeEach(async ({ page }, info) => {
  await page.setViewportSize({ width: 820, height: 1180 });
  await signIn(page, base(), 'Olav Tindal');
  const number = `F${info.workerIndex}${info.retry}${made++}`;
  const answer = await page.request.post(`${base()}/api/motors`, {
    headers: { 'x-write-id': randomUUID() },
    data: { number, customer: 'Isvang Ice Rink', machine: 'Brine pump', plate: { voltage: '400' } },
  });
  expect(answer.status()).toBe(201);
  await page.goto(`${base()}/motor/${number}/traveller`);
  await expect(page.getByRole('heading', { name: 'Intake', level: 2 })).toBeVisible();
});

test('photos are taken at the station, opened, noted upon, seen at the motor by everybody, and taken back', async ({
  page,
  context,
}) => {
  await expect(page.getByRole('button', { name: 'Add a photo' })).toBeVisible();
  await input(page).setInputFiles([photo('image.png', 200), photo('image.png', 40)]);
  await expect(tiles(page)).toHaveCount(2);

  await page.getByRole('button', { name: 'image.png' }).first().click();
  const dialog = page.getByRole('dialog');
  await expect(dialog.getByRole('img')).toHaveJSProperty('naturalWidth', 60);
  await expect(dialog).toContainText('1 of 2');
  await page.keyboard.press('ArrowRight');
  await expect(dialog).toContainText('2 of 2');
  await dialog.getByLabel('Note: what it shows').fill('crack at the foot');
  await page.keyboard.press('Enter');
  await expect(dialog.getByRole('button', { name: /Keep the note/ })).toBeDisabled();
  await expect(dialog.getByRole('img', { name: 'crack at the foot' })).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(dialog).toHaveCount(0);

  const other = await context.newPage();
  await other.goto(page.url().replace('/traveller', ''));
  await expect(tiles(other)).toHaveCount(2);
  await expect(other.getByRole('img', { name: 'crack at the foot' })).toBeVisible();
  await page.getByRole('button', { name: 'crack at the foot' }).click();
  await page.getByRole('button', { name: 'Withdraw' }).click();
  await page.getByLabel('Reason').fill('that was another motor');
  await page.keyboard.press('Enter');
  await expect(tiles(other)).toHaveCount(1);
  await other.getByRole('button', { name: '1 withdrawn' }).click();
  await expect(tiles(other)).toHaveCount(2);
});

test('a network that drops keeps them waiting, and each arrives once', async ({ page, context }) => {
  await context.setOffline(true);
  await input(page).setInputFiles([photo('a.png', 10), photo('b.png', 20)]);
  await expect(page.getByText('not sent yet')).toHaveCount(2);
  await expect(page.getByText(/sent by themselves/)).toBeVisible();
  await context.setOffline(false);
  await expect(tiles(page)).toHaveCount(2);
  await page.reload();
  await expect(tiles(page)).toHaveCount(2);
});

test('what is no photo is refused in words, a paper is kept, and a photo may be dropped on the sheet', async ({
  page,
}) => {
  await input(page).setInputFiles({
    name: 'notes.jpg',
    mimeType: 'image/jpeg',
    buffer: Buffer.from('hello'),
  });
  await expect(page.getByRole('alert')).toContainText('notes.jpg: This is no photo that can be read');
  await page.getByRole('button', { name: 'Do not send notes.jpg' }).click();
  await expect(page.getByRole('alert')).toHaveCount(0);
  await input(page).setInputFiles({
    name: 'order.pdf',
    mimeType: 'application/pdf',
    buffer: Buffer.from('%PDF-1.4\n%%EOF\n'),
  });
  await page.getByRole('button', { name: 'order.pdf' }).click();
  await expect(page.getByRole('link', { name: /order.pdf, 1 kB/ })).toBeVisible();
  await page.keyboard.press('Escape');
  const data = await page.evaluateHandle(
    (bytes) => {
      const transfer = new DataTransfer();
      transfer.items.add(new File([new Uint8Array(bytes)], 'dropped.png', { type: 'image/png' }));
      return transfer;
    },
    [...png(120)],
  );
  await page.dispatchEvent('section[aria-label="Photos and papers"]', 'drop', { dataTransfer: data });
  await expect(tiles(page)).toHaveCount(1);
});
