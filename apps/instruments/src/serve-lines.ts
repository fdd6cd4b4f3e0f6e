/** A stand-in on a port: every line that is heard is answered, whole, late, in part or not at all. */
import { createServer, type Server } from 'node:net';

const LONGEST_LINE = 400;
const IDLE_MS = 60_000;

/** What the line does to an answer: `dropout` stops in the middle of it, `silent` says nothing, `late` after four seconds. */
export const LINE_FAULTS = ['none', 'dropout', 'silent', 'late'] as const;
export type LineFault = (typeof LINE_FAULTS)[number];
const LATE_MS = 4000;

export interface StandIn {
  /** @returns the answer, without its end of line; of several lines where they are many */
  answer(line: string): string;
  readonly lineFault?: LineFault;
}

export function serveLines(standIn: StandIn, port: number, host = '127.0.0.1'): Promise<Server> {
  const server = createServer((socket) => {
    let heard = '';
    socket.setEncoding('utf8');
    socket.setTimeout(IDLE_MS, () => socket.destroy());
    socket.on('error', () => socket.destroy());
    const say = (line: string) => {
      const before = standIn.lineFault ?? 'none';
      const whole = `${standIn.answer(line)}\n`;
      // The line that switches a fault on is itself answered as it was before.
      const fault = line.startsWith('FAULT') ? 'none' : before;
      if (fault === 'silent') return;
      if (fault === 'dropout') return void socket.write(whole.slice(0, Math.ceil(whole.length * 0.6)));
      if (fault === 'late')
        return void setTimeout(() => socket.writable && socket.write(whole), LATE_MS).unref();
      socket.write(whole);
    };
    socket.on('data', (text: string) => {
      heard += text;
      for (let at = heard.indexOf('\n'); at >= 0; at = heard.indexOf('\n')) {
        say(heard.slice(0, at));
        heard = heard.slice(at + 1);
      }
      if (heard.length > LONGEST_LINE) socket.end('ERR line too long\n');
    });
  });
  return new Promise((resolve, reject) => {
    server.once('error', reject);
    server.listen(port, host, () => resolve(server));
  });
}
