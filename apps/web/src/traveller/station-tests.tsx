/** The tests that belong to a station, with how they stand. */
import { TEST_KINDS, type Station } from '@norther/core';
import { Link } from 'react-router';
import type { MotorFile } from '../app/api.ts';
import { VERDICT_WORD, VerdictMark } from '../kit/marks.tsx';

export function StationTests({ file, station }: { file: MotorFile; station: Station }) {
  return (
    <section className="mb-4">
      <h3 className="mb-1 border-b-[1.5px] border-ink text-[17px] font-[650]">Tests here</h3>
      {station.tests.map(({ kind, stage }) => {
        const latest = file.readings
          .filter((r) => r.kind === kind && r.stage === stage && !r.withdrawn)
          .at(-1);
        const verdict = latest?.outcome.ok && !latest.voided ? latest.outcome.judgement.verdict : 'to-come';
        return (
          <Link
            key={kind}
            to={`/motor/${encodeURIComponent(file.motor.number)}/tests?kind=${kind}&stage=${stage}`}
            className="flex min-h-12 items-center gap-3 border-b border-grid py-1 text-[17px]"
          >
            <VerdictMark verdict={verdict} />
            {TEST_KINDS[kind].title}
            <span className="ml-auto text-right text-[15px] text-graphite">
              {latest?.voided ? `to be measured again: ${latest.voided.message}` : VERDICT_WORD[verdict]}
            </span>
          </Link>
        );
      })}
    </section>
  );
}
