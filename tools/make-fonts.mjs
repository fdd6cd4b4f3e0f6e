/** Cuts the two open typefaces down to the signs the product uses: woff2 for the screen, TrueType for documents. */
import { readFile, writeFile } from 'node:fs/promises';
import subsetFont from 'subset-font';

const range = (from, to) =>
  Array.from({ length: to - from + 1 }, (_, i) => String.fromCodePoint(from + i)).join('');
const latin = range(0x20, 0x7e) + range(0xa0, 0x17f) + '–—‘’“”„…‹›€';
const signs =
  range(0x391, 0x3a9) +
  range(0x3b1, 0x3c9) +
  '′″←↑→↓↔↺↻−√∞≈≠≤≥∅⌀∠⊥∑Σ·×÷±°²³½¼¾µ⁻⁰¹⁴⁵⁶⁷⁸⁹₀₁₂₃₄₅₆₇₈₉ₐₑₕₖₗₘₙₚₛₜ✓△▽◇○●□■⁄ℓ';
const iosevka = (weight) =>
  readFile(`node_modules/@fontsource/iosevka/files/iosevka-latin-${weight}-normal.woff2`);
const archivo = (part) =>
  readFile(`node_modules/@fontsource-variable/archivo/files/archivo-${part}-standard-normal.woff2`);
const save = async (name, buffer) => {
  await writeFile(`packages/fonts/files/${name}`, buffer);
  console.log(name, buffer.length);
};

for (const weight of [400, 600, 700]) {
  const source = await iosevka(weight);
  await save(
    `iosevka-${weight}.woff2`,
    await subsetFont(source, latin + signs, { targetFormat: 'woff2', noLayoutClosure: true }),
  );
  if (weight !== 600)
    await save(
      `iosevka-${weight}.ttf`,
      await subsetFont(source, latin + signs, { targetFormat: 'truetype', noLayoutClosure: true }),
    );
}
for (const part of ['latin', 'latin-ext']) {
  const source = await archivo(part);
  await save(
    `archivo-${part}.woff2`,
    await subsetFont(source, latin, {
      targetFormat: 'woff2',
      variationAxes: { wdth: 78, wght: { min: 400, max: 750, default: 500 } },
    }),
  );
}
for (const [name, wght] of [
  ['text', 500],
  ['bold', 680],
])
  await save(
    `archivo-${name}.ttf`,
    await subsetFont(await archivo('latin'), latin, {
      targetFormat: 'truetype',
      variationAxes: { wdth: 78, wght },
    }),
  );
