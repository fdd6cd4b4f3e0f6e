/** Reads an oven log off the page's thread: a log of a day has a hundred thousand lines. */
import { readOvenLog, type LogAnswers } from '@norther/records';

export interface LogQuestion {
  readonly id: number;
  readonly csv: string;
  readonly answers: LogAnswers;
}
export interface LogAnswer {
  readonly id: number;
  readonly log: ReturnType<typeof readOvenLog>;
}

self.onmessage = ({ data }: MessageEvent<LogQuestion>) => {
  self.postMessage({ id: data.id, log: readOvenLog(data.csv, data.answers) } satisfies LogAnswer);
};
