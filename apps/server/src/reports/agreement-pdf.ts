/** What is agreed with the customer, as they receive it: found, scope, estimate, answer, what stays as it came. */
import { ANSWERS, estimateTotal, failureLines, newestAnswer, SCOPES, STANDARDS } from '@norther/core';
import { writeUpIn } from '@norther/records';
import { WHITE_SHEET } from '@norther/drawings';
import type { JudgedMotor } from '../motors/motor-file.ts';
import { INK, MARGIN, openSheet, PAGE, type IssueOptions } from './pdf-sheet.ts';

export function agreementPdf(judged: JudgedMotor, o: IssueOptions): Promise<Buffer> {
  const { file, plans } = judged;
  const { body: a } = writeUpIn(file.writeUps, 'agreement');
  const { body: failure } = writeUpIn(file.writeUps, 'failure');
  const { doc, words, figuresTo, rule, close } = openSheet(judged, 'Scope of repair and estimate', o);
  const width = PAGE.width - 2 * MARGIN;
  let y = 116;
  const room = (high: number) => {
    if (y + high <= PAGE.height - 60) return;
    doc.addPage();
    y = MARGIN;
  };
  const title = (text: string) => {
    room(40);
    y += 8;
    words(text, MARGIN, y, 12, true);
    y += 18;
  };
  const paragraph = (text: string, ink: string = INK) => {
    room(14);
    words(text, MARGIN, y, 10, false, ink, width);
    y = doc.y + 3;
  };

  words('Scope of repair and estimate', MARGIN, y, 20, true);
  y += 30;
  const found = failureLines(plans.asFound.plan, failure);
  if (found.length > 0) {
    title('What was found');
    for (const [label, text] of found) paragraph(`${label}: ${text}`);
  }
  title('What is to be done');
  paragraph(`${SCOPES[a.scope]}, ${STANDARDS[a.standard]}.`);
  for (const line of a.facts.split('\n').filter(Boolean)) paragraph(line);
  if (a.agreed.trim()) {
    title('Agreed');
    for (const line of a.agreed.split('\n').filter(Boolean)) paragraph(line);
  }
  title('Estimate');
  if (a.estimate.length === 0) paragraph('No estimate has been written yet.', WHITE_SHEET.graphite);
  for (const line of a.estimate) {
    room(16);
    const top = y;
    words(line.what, MARGIN, top, 10, false, INK, width - 110);
    const below = doc.y;
    figuresTo(line.amount.toFixed(2), PAGE.width - MARGIN, top, 10);
    y = below + 3;
  }
  if (a.estimate.length > 0) {
    rule(y + 2, 1);
    y += 8;
    words(`Total${a.currency ? `, ${a.currency}` : ''}`, MARGIN, y, 11, true);
    figuresTo(estimateTotal(a.estimate).toFixed(2), PAGE.width - MARGIN, y, 11, true);
    y += 18;
  }
  title('Answer');
  const answer = newestAnswer(a);
  if (answer)
    for (const x of a.answers)
      paragraph(`${x.at.slice(0, 10)}, ${x.who}: ${ANSWERS[x.answer]}${x.words ? ` (“${x.words}”)` : ''}`);
  else {
    paragraph('Please answer before the work goes on.');
    room(50);
    y += 34;
    rule(y, 0.5);
    paragraph('Date, name, signature', WHITE_SHEET.graphite);
  }
  return close();
}
