/**
 * Runs as a process of its own, one picture each: a broken or hostile one takes nothing with it. Turns the picture as it
 * was held, leaves out everything that is not picture (places, names, times), makes it no larger than is of use, and a
 * small one beside it.
 *
 * node picture.js FROM TO SMALL [LONGEST]; `-` for what is not wanted; the longest side of TO [px], 3200 where it is not said. Writes `{ width, height }`, or ends with 3 where it is no picture.
 */
import sharp from 'sharp';

/** Longest side that is kept, and the most a picture may have while it is read [px]. */
const MOST_LONGEST = 3200;
const MOST_PIXELS = 100_000_000;
const SMALL = { width: 480, height: 360 };
const NOT_A_PICTURE = 3;

const [from, to, small, longest] = process.argv.slice(2);
if (!from || !to || !small) process.exit(2);
const side = Math.min(MOST_LONGEST, Number(longest) || MOST_LONGEST);

// Only what cameras and screens write: nothing that runs, draws text or reads other files.
sharp.block({ operation: ['VipsForeignLoad'] });
sharp.unblock({
  operation: ['Jpeg', 'Png', 'Webp', 'Tiff', 'Heif'].map((kind) => `VipsForeignLoad${kind}`),
});
sharp.cache(false);
sharp.concurrency(1);
const picture = (path: string) =>
  sharp(path, { limitInputPixels: MOST_PIXELS, failOn: 'error' }).autoOrient();

try {
  let size = { width: 0, height: 0 };
  if (to !== '-') {
    const { width, height } = await picture(from)
      .resize({ width: side, height: side, fit: 'inside', withoutEnlargement: true })
      .flatten({ background: '#ffffff' })
      .jpeg({ quality: 86 })
      .toFile(to);
    size = { width, height };
  }
  if (small !== '-')
    await picture(to === '-' ? from : to)
      .resize({ ...SMALL, fit: 'cover' })
      .webp({ quality: 72 })
      .toFile(small);
  process.stdout.write(JSON.stringify(size));
} catch (error) {
  process.stderr.write(String((error as Error).message));
  process.exit(NOT_A_PICTURE);
}
