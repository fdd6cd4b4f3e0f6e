/** Photos and papers: kept as they are seen and without where they were taken, refused in words, out and in again as they were. */
import { randomUUID } from 'node:crypto';
import { existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { MOST_FILE_BYTES } from '@norther/records';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { appOn, newFilesFolder, QUARRY, startServer, type Caller, type Problem } from './harness.ts';

interface Attachment extends Record<string, unknown> {
  readonly id: string;
  readonly note: string;
  readonly hash: string;
  readonly order: number;
}
interface Refusal {
  readonly title: string;
  readonly findings: readonly { readonly code: string }[];
}

let shop: Awaited<ReturnType<typeof startServer>>;
const attachments = async (who: Caller, number = '4001') =>
  (await who.get<{ attachments: Attachment[] }>(`motors/${number}`)).body.attachments;
const add = (who: Caller, file: Buffer, query = '', writeId: string = randomUUID()) =>
  who.send<{ id: string; hash: string } & Refusal>(
    `motors/4001/attachments${query}`,
    file,
    'application/octet-stream',
    writeId,
  );

/** As a tablet held upright writes it: lying, with a note to turn it, where it was, and who held it. */
const asTaken = (width: number, height: number, colour = '#804020') =>
  sharp({ create: { width, height, channels: 3, background: colour } })
    .jpeg()
    .withExif({
      IFD0: { Artist: 'Somebody Secret' },
      IFD3: { GPSLatitudeRef: 'N', GPSLatitude: '60/1 23/1 30/1' },
    })
    .withMetadata({ orientation: 6 })
    .toBuffer();
const PDF = Buffer.from('%PDF-1.4\n1 0 obj<<>>endobj\ntrailer<<>>\n%%EOF\n');
const SVG = Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"/>');

beforeAll(async () => {
  shop = await startServer();
  expect((await shop.lead.post('motors', QUARRY)).status).toBe(201);
});
afterAll(() => shop.stop());

describe('a photo', () => {
  it('is kept turned as it was held, without place, name or time, with a small one beside it', async () => {
    const taken = await asTaken(400, 300);
    expect((await sharp(taken).metadata()).exif?.includes('Secret')).toBe(true);
    const kept = await add(shop.winder, taken, '?place=station/saw&name=IMG_1.jpg&note=crack');
    expect(kept.status).toBe(201);
    const [shown] = await attachments(shop.winder);
    expect(shown).toMatchObject({
      ...{ id: kept.body.id, hash: kept.body.hash, place: 'station/saw', name: 'IMG_1.jpg', note: 'crack' },
      ...{
        media: 'image/jpeg',
        width: 300,
        height: 400,
        addedBy: 'Olav Tindal',
        withdrawn: null,
        here: true,
      },
    });
    const file = await shop.tester.get(`motors/4001/attachments/${kept.body.id}/file`);
    expect([file.status, file.type]).toEqual([200, 'image/jpeg']);
    const seen = await sharp(file.bytes).metadata();
    expect([seen.width, seen.height, seen.exif, seen.orientation]).toEqual([300, 400, undefined, undefined]);
    const small = await shop.tester.get(`motors/4001/attachments/${kept.body.id}/small`);
    expect([small.type, (await sharp(small.bytes).metadata()).width]).toEqual(['image/webp', 480]);
    const history = await shop.lead.get<{ what: string }[]>('motors/4001/history');
    expect(history.body.at(-1)?.what).toBe('photo added, station/saw');
  });

  it('sent again after a lost answer is there once; the same id with another photo is refused', async () => {
    const [first, second] = [await asTaken(60, 40, '#111111'), await asTaken(60, 40, '#222222')];
    const writeId = randomUUID();
    const before = (await attachments(shop.winder)).length;
    const answers = await Promise.all([1, 2, 3].map(() => add(shop.winder, first, '', writeId)));
    expect(new Set(answers.map((a) => a.body.id)).size).toBe(1);
    expect((await add(shop.winder, second, '', writeId)).status).toBe(422);
    expect(await attachments(shop.winder)).toHaveLength(before + 1);
  });

  it.each<[string, Buffer | null, number, string]>([
    ['no photo', Buffer.from('hello, this is text'), 400, 'file.not-a-picture'],
    ['half a photo', null, 400, 'file.not-a-picture'],
    [
      'what begins like a photo',
      Buffer.from('\xff\xd8\xff and then words', 'latin1'),
      400,
      'file.not-a-picture',
    ],
    ['a drawing that could do things', SVG, 400, 'file.not-a-picture'],
    ['nothing', Buffer.alloc(0), 400, 'file.empty'],
    ['more than a file may be', Buffer.alloc(MOST_FILE_BYTES + 1), 413, 'file.too-large'],
  ])('%s is refused in words, and leaves nothing behind', async (_, bytes, status, code) => {
    const file = bytes ?? (await asTaken(900, 900)).subarray(0, 1500);
    const before = await attachments(shop.winder);
    const { status: answered, body } = await add(shop.winder, file);
    expect([answered, body.findings[0]?.code]).toEqual([status, code]);
    expect(body.title).toMatch(/[a-z]{3}.*\.$/);
    expect(await attachments(shop.winder)).toEqual(before);
    expect(readdirSync(join(shop.filesFolder, 'incoming'))).toEqual([]);
  });

  it('belongs to what the motor has', async () => {
    const photo = await asTaken(20, 20);
    expect((await add(shop.winder, photo, `?place=reading/${randomUUID()}`)).status).toBe(400);
    expect((await add(shop.winder, photo, '?place=station/starting-gear')).status).toBe(400);
    expect((await add(shop.winder, photo, '?place=../../etc')).status).toBe(400);
    expect((await shop.winder.send('motors/9999/attachments', photo, 'image/jpeg')).status).toBe(404);
    expect((await shop.nobody.send('motors/4001/attachments', photo, 'image/jpeg')).status).toBe(401);
  });

  it('has a note that two people do not write over each other', async () => {
    const { id } = (await attachments(shop.winder))[0]!;
    const note = (who: Caller, text: string, was: string) =>
      who.put(`motors/4001/attachments/${id}/note`, { note: text, was });
    expect((await note(shop.tester, 'crack, drive end', 'crack')).status).toBe(200);
    expect((await note(shop.winder, 'scratch', 'crack')).status).toBe(409);
    expect((await attachments(shop.winder))[0]?.note).toBe('crack, drive end');
  });

  it('has marks beside it: drawn over what was seen, never into the file, and not over what others drew', async () => {
    const [before] = await attachments(shop.winder);
    const { id, hash } = before!;
    const arrow = { kind: 'arrow', from: [0.1, 0.2], to: [0.5, 0.5], text: 'crack' };
    const ring = { kind: 'ring', at: [0.5, 0.5], radius: 0.1, text: '' };
    const mark = (who: Caller, marks: object[], was: object[]) =>
      who.put<Problem>(`motors/4001/attachments/${id}/marks`, { marks, was });
    expect((await mark(shop.winder, [arrow], [])).status).toBe(200);
    const late = await mark(shop.tester, [ring], []);
    expect([late.status, late.body.findings[0]?.code]).toEqual([409, 'attachment.marked']);
    expect((await mark(shop.tester, [arrow, ring], [arrow])).status).toBe(200);
    expect((await attachments(shop.winder))[0]).toMatchObject({ marks: [arrow, ring], hash });
    for (const wrong of [
      [{ ...arrow, to: [1.2, 0] }],
      [{ ...ring, radius: 9 }],
      [{ kind: 'note', at: [0.1, 0.1], text: ' ' }],
      [{ kind: 'scribble' }],
      Array.from({ length: 41 }, () => ring),
    ])
      expect((await mark(shop.winder, wrong, [arrow, ring])).status).toBe(400);
    const many = await Promise.all(
      Array.from({ length: 8 }, (_, i) => mark(shop.winder, [{ ...arrow, text: String(i) }], [arrow, ring])),
    );
    expect(many.filter((a) => a.status === 200)).toHaveLength(1);
  });

  it('stands in the dossier as large as it is printed, before the work where it was taken before it', async () => {
    const without = (await shop.lead.get('motors/4001/dossier.pdf')).bytes.length;
    const kept = await add(
      shop.winder,
      await asTaken(2400, 1800, '#305060'),
      '?place=station/intake&name=box.jpg&note=terminal%20box',
    );
    expect(kept.status).toBe(201);
    const pdf = await shop.lead.get('motors/4001/dossier.pdf');
    expect([pdf.status, pdf.bytes.length > without]).toEqual([200, true]);
    const { photos } = (
      await shop.lead.get<{ photos: { note: string; before: boolean; hash: string }[] }>(
        'motors/4001/dossier.json',
      )
    ).body;
    expect(photos.find((p) => p.note === 'terminal box')).toMatchObject({
      before: true,
      hash: kept.body.hash,
    });
  });
  it('is withdrawn by who added it or by a lead, once, and stays readable', async () => {
    const { id } = (await attachments(shop.winder))[0]!;
    const withdraw = (who: Caller) =>
      who.post(`motors/4001/attachments/${id}/withdraw`, { reason: 'another motor' });
    expect((await withdraw(shop.tester)).status).toBe(403);
    const both = await Promise.all([withdraw(shop.winder), withdraw(shop.lead)]);
    expect(both.map((b) => b.status).sort()).toEqual([200, 409]);
    expect((await attachments(shop.winder))[0]).toMatchObject({ withdrawn: { reason: 'another motor' } });
    // What was taken back stays as it was.
    const at = `motors/4001/attachments/${id}`;
    const { note } = (await attachments(shop.winder)).find((a) => a.id === id)! as unknown as {
      note: string;
    };
    expect((await shop.lead.put(`${at}/note`, { note: 'later', was: note })).status).toBe(409);
    expect((await shop.lead.put(`${at}/marks`, { marks: [], was: [] })).status).toBe(409);
    expect((await shop.tester.get(`motors/4001/attachments/${id}/file`)).status).toBe(200);
  });
});

describe('a picture of another kind', () => {
  it.each(['png', 'webp', 'tiff', 'avif'] as const)('%s is kept as a photo', async (kind) => {
    const picture = await sharp(await asTaken(48, 32))
      .toFormat(kind)
      .toBuffer();
    const kept = await add(shop.winder, picture);
    expect(kept.status).toBe(201);
    const file = await shop.winder.get(`motors/4001/attachments/${kept.body.id}/file`);
    expect((await sharp(file.bytes).metadata()).format).toBe('jpeg');
  });
});

describe('a paper', () => {
  it('is kept to the byte, and goes out as a file, never as a page', async () => {
    const kept = await add(shop.tester, PDF, '?name=order.pdf');
    expect(kept.status).toBe(201);
    const address = `motors/4001/attachments/${kept.body.id}`;
    const file = await shop.lead.get(`${address}/file`);
    expect(file.type).toBe('application/pdf');
    expect(file.bytes.equals(PDF)).toBe(true);
    expect(file.disposition).toMatch(/^attachment; filename="[0-9a-f]{12}-4001\.pdf"$/);
    expect((await shop.lead.get(`${address}/small`)).status).toBe(404);
  });
});

describe('many at once', () => {
  it('are all there, once each, in one order', async () => {
    const before = (await attachments(shop.lead)).length;
    const photos = await Promise.all(Array.from({ length: 12 }, (_, i) => asTaken(30 + i, 30)));
    const answers = await Promise.all(photos.map((p) => add(shop.winder, p)));
    expect(answers.map((a) => a.status)).toEqual(photos.map(() => 201));
    const all = await attachments(shop.lead);
    expect(all).toHaveLength(before + photos.length);
    const orders = all.map((a) => a.order);
    expect(orders).toEqual([...new Set(orders)].sort((a, b) => a - b));
  });
});

describe('a bundle', () => {
  it('takes record and files into another shop, equal; a record alone says what did not come along', async () => {
    const bundle = await shop.lead.get('motors/4001/record.zip');
    expect([bundle.status, bundle.type]).toEqual([200, 'application/zip']);
    const [other, third] = [await startServer(), await startServer()];
    try {
      expect((await other.winder.send('import', bundle.bytes, 'application/zip')).status).toBe(403);
      const imported = await other.lead.send<{ filesMissing?: number }>(
        'import',
        bundle.bytes,
        'application/zip',
      );
      expect([imported.status, imported.body.filesMissing]).toEqual([201, undefined]);
      const record = async (who: Caller) =>
        (await who.get<Record<string, unknown> & { attachments: Attachment[] }>('motors/4001/record.json'))
          .body;
      const [exported, again] = [await record(shop.lead), await record(other.lead)];
      expect(again.attachments).toEqual(exported.attachments);
      for (const { id, media } of exported.attachments) {
        const [theirs, ours] = await Promise.all(
          [shop.lead, other.lead].map((who) => who.get(`motors/4001/attachments/${id}/file`)),
        );
        expect(ours!.bytes.equals(theirs!.bytes)).toBe(true);
        // The small one is made anew where it is first looked at.
        if (media === 'image/jpeg')
          expect((await other.lead.get(`motors/4001/attachments/${id}/small`)).type).toBe('image/webp');
      }
      const alone = await third.lead.post<{ filesMissing?: number }>('import', exported);
      expect(alone.status).toBe(201);
      expect(alone.body.filesMissing).toBeGreaterThan(10);
      const [missing] = await attachments(third.lead);
      expect(missing).toMatchObject({ here: false });
      expect((await third.lead.get(`motors/4001/attachments/${missing!.id}/file`)).status).toBe(404);
    } finally {
      await Promise.all([other.stop(), third.stop()]);
    }
  });

  it('that was tampered with is refused whole', async () => {
    const bundle = (await shop.lead.get('motors/4001/record.zip')).bytes;
    const other = await startServer();
    try {
      const changed = Buffer.from(bundle);
      const at = bundle.indexOf(PDF.subarray(0, 20)) + 12;
      changed[at] = changed[at]! ^ 1;
      for (const bad of [changed, bundle.subarray(0, bundle.length - 40), Buffer.from('PK not a zip')]) {
        const answer = await other.lead.send<Refusal>('import', bad, 'application/zip');
        expect([answer.status, answer.body.findings[0]?.code]).toEqual([400, 'file.not-a-bundle']);
      }
      expect((await other.lead.get('motors/4001')).status).toBe(404);
      expect(readdirSync(join(other.filesFolder, 'incoming'))).toEqual([]);
    } finally {
      await other.stop();
    }
  });
});

it('what an upload left that ended half way is gone after the next start; what was kept is there', async () => {
  const folder = newFilesFolder();
  const start = async () => {
    const app = await appOn(shop.database.appUrl, folder);
    await app.init();
    await app.close();
  };
  await start();
  const left = join(folder, 'incoming', 'half');
  writeFileSync(left, 'half');
  await start();
  expect(existsSync(left)).toBe(false);
  const [kept] = await attachments(shop.lead);
  const path = join(shop.filesFolder, kept!.hash.slice(0, 2), `${kept!.hash}.jpg`);
  expect(readFileSync(path).length).toBe(kept!['bytes']);
});
