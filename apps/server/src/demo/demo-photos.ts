/** Pictures for the made-up shop, drawn: nobody's motor was photographed for them. */
import type { AttachmentRecord, PhotoMark } from '@norther/records';
import { createHash } from 'node:crypto';
import { writeFile } from 'node:fs/promises';
import { v7 as uuidV7 } from 'uuid';
import type { FileStore } from '../attachments/file-store.ts';
import type { DemoMotor } from './demo-motor.ts';

const W = 1280;
const H = 960;
const sheet = (inner: string, light = '50%') =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="${W}" height="${H}" viewBox="0 0 ${W} ${H}">
  <defs>
    <radialGradient id="room" cx="${light}" cy="30%" r="80%">
      <stop offset="0" stop-color="#b9bfc0"/><stop offset="1" stop-color="#5c6466"/>
    </radialGradient>
    <linearGradient id="round" x1="0" y1="0" x2="0" y2="1">
      <stop offset="0" stop-color="#8fa3ab"/><stop offset=".3" stop-color="#5d727b"/><stop offset="1" stop-color="#27343a"/>
    </linearGradient>
    <linearGradient id="steel" x1="0" y1="0" x2="0" y2="1">
      <stop offset="0" stop-color="#e6e8e8"/><stop offset=".5" stop-color="#a9b0b2"/><stop offset="1" stop-color="#5f676a"/>
    </linearGradient>
  </defs>
  <rect width="${W}" height="${H}" fill="url(#room)"/>
  <path d="M0 700H${W}V${H}H0Z" fill="#6b5b48"/><path d="M0 700H${W}V716H0Z" fill="#8a7660"/>
  ${inner}</svg>`;

/** The motor on the bench, as it was set down. */
function motorOnBench(rust: boolean): string {
  const fins = Array.from({ length: 15 }, (_, i) => {
    const y = 330 + i * 24;
    return `<path d="M360 ${y}H880" stroke="#1d282d" stroke-width="7"/><path d="M360 ${y - 6}H880" stroke="#9fb2b9" stroke-width="3" opacity=".6"/>`;
  }).join('');
  const spots = rust
    ? `<ellipse cx="470" cy="640" rx="70" ry="34" fill="#7a4a26" opacity=".7"/><ellipse cx="790" cy="400" rx="46" ry="60" fill="#7a4a26" opacity=".5"/><ellipse cx="950" cy="560" rx="28" ry="50" fill="#7a4a26" opacity=".6"/>`
    : '';
  return sheet(`
  <ellipse cx="640" cy="742" rx="430" ry="30" fill="#000" opacity=".35"/>
  <path d="M1010 485h150v38h-150z" fill="url(#steel)"/>
  <path d="M350 310h540q14 0 14 14v370q0 14-14 14H350q-14 0-14-14V324q0-14 14-14z" fill="url(#round)"/>${fins}
  <path d="M890 300h64q40 0 40 40v340q0 40-40 40h-64z" fill="url(#round)"/>
  <path d="M350 292q-130 10-130 216t130 216z" fill="#39494f"/>
  <path d="M236 430h76M230 470h82M228 510h84M230 550h82M236 590h76" stroke="#141c1f" stroke-width="12"/>
  <path d="M540 214h200v104H540z" fill="#465a62"/><path d="M532 204h216v22H532z" fill="#5d727b"/>
  <circle cx="640" cy="268" r="26" fill="#1d282d"/>
  <path d="M400 706h150v42H400zM730 706h150v42H730z" fill="#2e3c42"/>${spots}`);
}

/** Its nameplate, as far as it can be read. */
function nameplate(maker: string, lines: readonly string[]): string {
  const text = lines
    .map(
      (line, i) =>
        `<text x="260" y="${440 + i * 74}" font-family="DejaVu Sans Mono, monospace" font-size="50" fill="#22282a">${line}</text>`,
    )
    .join('');
  return sheet(
    `<rect width="${W}" height="${H}" fill="#3d4d54"/>
  <rect x="170" y="200" width="940" height="600" rx="22" fill="url(#steel)" stroke="#394346" stroke-width="6"/>
  ${[200, 1080].map((x) => [230, 770].map((y) => `<circle cx="${x}" cy="${y}" r="16" fill="#4a5457"/>`).join('')).join('')}
  <text x="260" y="330" font-family="DejaVu Sans, sans-serif" font-weight="bold" font-size="74" fill="#22282a">${maker.toUpperCase()}</text>
  <path d="M260 362H1020" stroke="#22282a" stroke-width="4"/>${text}
  <path d="M520 760q180-210 470-170l30 120q-260 90-500 50z" fill="#4b3a25" opacity=".38"/>`,
  );
}

const POLE_GROUPS = (poles: number) => 3 * poles;
/** The end winding from the connection end: coils of one group beside the next, burnt ones dark. */
function endWinding(poles: number, burnt: (group: number) => boolean, brown: boolean): string {
  const groups = POLE_GROUPS(poles);
  const at = (r: number, degrees: number) => {
    const a = ((degrees - 90) * Math.PI) / 180;
    return `${(640 + r * Math.cos(a)).toFixed(1)} ${(480 + r * Math.sin(a)).toFixed(1)}`;
  };
  const step = 360 / groups;
  const coils = Array.from({ length: groups }, (_, g) =>
    Array.from({ length: 3 }, (_, c) => {
      const from = g * step + c * step * 0.3;
      const to = from + step * 2.1;
      const dark = burnt(g);
      const burntTo = brown
        ? `hsl(${22 + 4 * c} 46% ${19 + 4 * c}%)`
        : `hsl(${20 + 6 * c} 30% ${9 + 2 * c}%)`;
      const copper = dark ? burntTo : `hsl(${24 + 4 * c} 62% ${38 + 5 * c}%)`;
      return `<path d="M${at(258, from)}C${at(330, from)} ${at(420, from + step * 0.7)} ${at(420, (from + to) / 2)}S${at(330, to)} ${at(258, to)}" fill="none" stroke="${copper}" stroke-width="19"/>`;
    }).join(''),
  ).join('');
  const ties = Array.from({ length: groups * 2 }, (_, i) => {
    const d = (i * step) / 2;
    return `<path d="M${at(388, d)}L${at(432, d + 2)}" stroke="#e8e2cf" stroke-width="5" opacity=".75"/>`;
  }).join('');
  return sheet(
    `<rect width="${W}" height="${H}" fill="#343b3d"/>
  <circle cx="640" cy="480" r="470" fill="#59656a"/><circle cx="640" cy="480" r="446" fill="#222a2d"/>
  ${coils}${ties}<circle cx="640" cy="480" r="252" fill="#0d1112"/><circle cx="640" cy="480" r="252" fill="none" stroke="#7d8689" stroke-width="10" stroke-dasharray="14 9"/>
  <path d="M648 190q-40-60-20-170M690 196q10-90 60-170M604 192q-60-70-80-170" fill="none" stroke="#b8402a" stroke-width="13"/>`,
  );
}

interface DemoPhoto {
  readonly place: string;
  readonly name: string;
  readonly note: string;
  readonly hoursAgo: number;
  readonly svg: string;
  readonly marks?: PhotoMark[];
}

function photosOf(m: DemoMotor, plate: Readonly<Record<string, string>>, poles: number): DemoPhoto[] {
  const { burnt } = m.photos!;
  const at = m.arrivedHoursAgo - 0.2;
  const dark = {
    'one-phase': (g: number) => g % 3 === 1,
    'one-group': (g: number) => g === 4,
    all: () => true,
  }[burnt];
  const how = {
    'one-phase': 'One phase burnt in all its groups, the others light.',
    'one-group': 'One group burnt, the rest as new.',
    all: 'Evenly brown all round.',
  }[burnt];
  return [
    {
      place: 'station/intake',
      name: 'as-it-came.jpg',
      note: 'As it was set down: cover on, key in the shaft, box closed.',
      hoursAgo: at,
      svg: motorOnBench(burnt === 'all'),
    },
    {
      place: 'station/intake',
      name: 'nameplate.jpg',
      note: '',
      hoursAgo: at - 0.05,
      svg: nameplate(m.maker, [
        `No. ${m.serial}`,
        `${m.power}   ${plate['voltage'] ?? ''} V   ${plate['current'] ?? ''} A`,
        `${plate['frequency'] ?? ''} Hz   ${m.speed} rpm`,
      ]),
    },
    {
      place: 'station/data',
      name: 'connection-end.jpg',
      note: how,
      hoursAgo: m.arrivedHoursAgo * 0.82,
      svg: endWinding(poles, dark, burnt === 'all'),
      ...(burnt === 'all'
        ? {}
        : {
            marks: [
              { kind: 'ring', at: [0.5, 0.5], radius: 0.2, text: '' },
              {
                kind: 'arrow',
                from: [0.84, 0.2],
                to: [0.66, 0.34],
                text: burnt === 'one-group' ? 'only this one' : 'every third group',
              },
            ] satisfies PhotoMark[],
          }),
    },
  ];
}

/**
 * Draws a demo motor's photos into the store.
 * @returns their records, in the order in which they were taken; their `order` begins at 1
 */
export async function demoPhotos(
  m: DemoMotor,
  plate: Readonly<Record<string, string>>,
  poles: number,
  store: FileStore,
  ago: (hours: number) => string,
): Promise<AttachmentRecord[]> {
  if (!m.photos) return [];
  // Only a shop that is begun with the demo needs it.
  const { default: sharp } = await import('sharp');
  const records: AttachmentRecord[] = [];
  for (const { svg, hoursAgo, marks = [], ...said } of photosOf(m, plate, poles)) {
    const jpeg = await sharp(Buffer.from(svg)).jpeg({ quality: 84 }).toBuffer();
    const hash = createHash('sha256').update(jpeg).digest('hex');
    const media = 'image/jpeg';
    const [whole, small] = [store.newPath(), store.newPath()];
    await writeFile(whole, jpeg, { mode: 0o600 });
    await sharp(jpeg).resize(480, 360, { fit: 'cover' }).webp({ quality: 72 }).toFile(small);
    await store.keep(small, store.thumbOf(hash));
    await store.keep(whole, store.pathOf(hash, media));
    records.push({
      id: uuidV7(),
      ...said,
      marks,
      ...{ hash, media, bytes: jpeg.length, width: W, height: H },
      addedAt: ago(hoursAgo),
      addedBy: 'Olav Tindal',
      order: records.length + 1,
      withdrawn: null,
    });
  }
  return records;
}
