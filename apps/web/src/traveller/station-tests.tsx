/** The tests that belong to a station, with how they stand. */
import { TEST_KINDS, type Station } from '@norther/core';
import { Link } from 'react-router';
import type { MotorFile } from '../app/api.ts';
import { VERDICT_WORD, VerdictMark } from '../kit/marks.tsx';

export function StationTests({ file, station }: { file: MotorFile; station: Station }) {
  const stage = {
    intake: 'incoming',
    core: 'bare',
    connect: 'before-varnish',
    check: 'before-varnish',
    cure: 'varnished',
    balance: 'final',
    test: 'final',
  }[station.id as string];
  return (
    <section className="mb-4">
      <h3 className="mb-1 border-b-[1.5px] border-ink text-[17px] font-[650]">Tests here</h3>
      {station.tests.map((kind) => {
        const latest = file.readings.filter((r) => r.kind === kind && r.stage === stage).at(-1);
        const verdict = latest?.outcome.ok ? latest.outcome.judgement.verdict : 'to-come';
        return (
          <Link
            key={kind}
            to={`/motor/${encodeURIComponent(file.motor.number)}/tests?kind=${kind}&stage=${stage ?? ''}`}
            className="flex min-h-12 items-center gap-3 border-b border-grid py-1 text-[17px]"
          >
            <VerdictMark verdict={verdict} />
            {TEST_KINDS[kind].title}
            <span className="ml-auto text-[15px] text-graphite">{VERDICT_WORD[verdict]}</span>
          </Link>
        );
      })}
    </section>
  );
}
