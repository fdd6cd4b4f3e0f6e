/** Asks an instrument over TCP, a line each way, and waits for no half answer. Described in docs/instruments.md. */
import { connect } from 'node:net';

export interface LineAddress {
  readonly host: string;
  readonly port: number;
}

/** Nobody waits longer for an instrument [ms], and no answer is longer. */
const PATIENCE_MS = 2000;
const MOST_CHARACTERS = 600;
/** A day of an oven by the minute, or sixty waves. */
const MOST_IN_LINES = 1_500_000;

/** Asks one line and hears one. An instrument that stops in the middle of a line is given up on in two seconds. */
export const askLine = async (address: LineAddress, question: string): Promise<string> =>
  (await ask(address, question, (lines) => lines.length >= 1, MOST_CHARACTERS))[0]!;

/** Asks one line and hears many, the last of them `END`. */
export const askLines = async (address: LineAddress, question: string): Promise<string[]> =>
  ask(address, question, (lines) => /^(END|ERR)\b/.test(lines.at(-1)!), MOST_IN_LINES);

function ask(
  { host, port }: LineAddress,
  question: string,
  whole: (lines: readonly string[]) => boolean,
  most: number,
): Promise<string[]> {
  return new Promise((resolve, reject) => {
    let heard = '';
    const socket = connect({ host, port });
    const end = (error: Error | null, lines: string[] = []) => {
      clearTimeout(timer);
      socket.destroy();
      if (error) reject(error);
      else resolve(lines);
    };
    const timer = setTimeout(
      () => end(new Error(heard === '' ? 'It does not answer.' : 'It stopped in the middle of a line.')),
      PATIENCE_MS,
    );
    socket.setEncoding('utf8');
    socket.on('connect', () => socket.write(`${question}\n`));
    socket.on('data', (text: string) => {
      heard += text;
      const lines = heard.split('\n').slice(0, -1);
      if (lines.length > 0 && whole(lines)) end(null, lines);
      else if (heard.length > most) end(new Error('It answers more than it was asked for.'));
    });
    socket.on('close', () => end(new Error('It closed the line before it had answered.')));
    socket.on('error', (error: NodeJS.ErrnoException) =>
      end(
        new Error(
          error.code === 'ECONNREFUSED'
            ? 'Nothing listens at its address.'
            : `It cannot be reached (${error.code ?? 'unknown'}).`,
        ),
      ),
    );
  });
}
