/** Pictures made ready to keep, two at a time, each in a process that may fail alone. */
import { Inject, Injectable } from '@nestjs/common';
import { execFile } from 'node:child_process';
import { promisify } from 'node:util';
import pLimit from 'p-limit';
import { Busy } from '../http/problem.ts';
import { refusedFile } from './file-store.ts';

export const PICTURE_FILE = Symbol('picture file');

const run = promisify(execFile);
const AT_ONCE = 2;
const MOST_WAITING = 60;
const LONGEST_MS = 30_000;
const NOT_A_PICTURE = 3;

@Injectable()
export class Pictures {
  private readonly limit = pLimit(AT_ONCE);

  constructor(@Inject(PICTURE_FILE) private readonly file: string) {}

  /**
   * @param to where the picture goes that is kept; null where only the small one is wanted
   * @param longest side of the picture that is kept [px]; what is of use where it is not said
   * @returns its size as it is seen [px]
   * @throws Problem 400 where it is no picture that can be read, 503 where many are waiting
   */
  async prepare(
    from: string,
    to: string | null,
    small: string | null,
    longest?: number,
  ): Promise<{ width: number; height: number }> {
    if (this.limit.pendingCount >= MOST_WAITING)
      throw new Busy('Many pictures are waiting already: send it again in a moment.');
    return this.limit(async () => {
      try {
        const { stdout } = await run(
          process.execPath,
          [this.file, from, to ?? '-', small ?? '-', ...(longest ? [String(longest)] : [])],
          {
            timeout: LONGEST_MS,
            killSignal: 'SIGKILL',
          },
        );
        return JSON.parse(stdout) as { width: number; height: number };
      } catch (error) {
        const { code, killed } = error as { code?: number; killed?: boolean };
        if (code !== NOT_A_PICTURE && !killed) throw error;
        throw notAPicture();
      }
    });
  }
}

export const notAPicture = () =>
  refusedFile(
    'file.not-a-picture',
    'This is no photo that can be read: JPEG, PNG, WebP, AVIF or TIFF of at most 100 million pixels, or a paper as PDF.',
  );
