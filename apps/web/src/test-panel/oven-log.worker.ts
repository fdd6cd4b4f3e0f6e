/** Reads an oven log off the page's thread: a log of a day has a hundred thousand lines. */
import { notesOfLog, readOvenLog, writeOvenLog, type LogAnswers } from '@norther/records';

export type LogQuestion =
  | { readonly id: number; readonly csv: string; readonly answers: LogAnswers }
  /** A long file, whose text never comes to the page where it can be read as it is. */
  | { readonly id: number; readonly file: File };
export type LogAnswer =
  | { readonly id: number; readonly log: ReturnType<typeof readOvenLog> }
  /** What the form is to keep: a short table and what was left out, or all of the text where something has to be asked. */
  | { readonly id: number; readonly text: string; readonly notes: string };

async function answer(question: LogQuestion): Promise<LogAnswer> {
  if ('csv' in question) return { id: question.id, log: readOvenLog(question.csv, question.answers) };
  const csv = await question.file.text();
  const log = readOvenLog(csv);
  return log.ok
    ? { id: question.id, text: writeOvenLog(log.value), notes: notesOfLog(log.findings) }
    : { id: question.id, text: csv, notes: '' };
}

self.onmessage = ({ data }: MessageEvent<LogQuestion>) => {
  void answer(data).then((a) => self.postMessage(a));
};
