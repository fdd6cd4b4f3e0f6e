/** Instruments: which may sign a reading today, which is due, which is away, and what can be used instead. */
import {
  INSTRUMENT_FIELDS,
  INSTRUMENT_KINDS,
  instead,
  instrumentStanding,
  readInstrument,
  TEST_KINDS,
  testsOf,
  type InstrumentKind,
  type InstrumentStanding,
} from '@norther/core';
import type { NamedItem } from '@norther/records';
import { useSessionQuery } from '../app/api.ts';
import { unwrap } from '../app/use-act.ts';
import { VerdictMark, type MarkKind } from '../kit/marks.tsx';
import { NamedItems } from '../sheet/named-items.tsx';
import { Sheet, View } from '../sheet/sheet.tsx';
import { SheetName } from '../kit/sheet-name.tsx';
import { useNow } from '../kit/use-now.ts';
import { useRetireStoreItemMutation, useSaveStoreItemMutation, useSuppliesQuery } from './stores-api.ts';

const MARK: Readonly<Record<InstrumentStanding['state'], MarkKind>> = {
  good: 'sound',
  soon: 'watch',
  unknown: 'watch',
  expired: 'stop',
  away: 'stop',
};
/** What needs somebody first. */
const ORDER: readonly InstrumentStanding['state'][] = ['expired', 'away', 'soon', 'unknown', 'good'];

export function Instruments() {
  const { data } = useSuppliesQuery();
  const { data: session } = useSessionQuery();
  const lead = session?.role === 'lead';
  const now = useNow().getTime();
  const [save] = useSaveStoreItemMutation();
  const [retire] = useRetireStoreItemMutation();
  const all = data?.instruments ?? [];
  const live = all.filter((i) => i.retiredAt === null);
  const sorted = live.toSorted(
    (a, b) =>
      ORDER.indexOf(instrumentStanding(a.typed, now).state) -
      ORDER.indexOf(instrumentStanding(b.typed, now).state),
  );
  return (
    <Sheet
      columns="7fr 5fr"
      title={<SheetName name="Instruments">what measures, and until when it may sign</SheetName>}
    >
      <View letter="A" name="May it sign a reading today" reading className="overflow-auto px-4 py-2">
        <table className="w-full">
          <thead>
            <tr className="border-b-2 border-ink text-left text-[13px] text-graphite">
              <th className="w-8" />
              <th className="font-medium">instrument</th>
              <th className="font-medium">calibration</th>
              <th className="font-medium">where</th>
              <th className="font-medium">measures</th>
            </tr>
          </thead>
          <tbody>
            {sorted.map((i) => (
              <Row key={i.id} of={i} all={live} now={now} />
            ))}
          </tbody>
        </table>
        {live.length === 0 && <p className="mt-2 text-[15px]">No instrument has been entered yet.</p>}
        <p className="mt-2 text-[13px] text-graphite">
          A reading taken with one that is expired or away needs a lead’s written reason. ISO 9001, 7.1.5.
        </p>
      </View>
      <View
        letter="B"
        name="Enter and change"
        note={lead ? '' : 'a lead enters instruments'}
        className="overflow-auto p-4"
      >
        <NamedItems
          list="instruments"
          word="instrument"
          fields={INSTRUMENT_FIELDS}
          items={all}
          lead={lead}
          check={readInstrument}
          about={(i) => INSTRUMENT_KINDS[i.typed['kind'] as InstrumentKind] ?? ''}
          keep={(entry) => unwrap(save({ list: 'instruments', ...entry }))}
          turn={(entry) => unwrap(retire({ list: 'instruments', ...entry }))}
        />
      </View>
    </Sheet>
  );
}

function Row({
  of,
  all,
  now,
}: {
  readonly of: NamedItem;
  readonly all: readonly NamedItem[];
  readonly now: number;
}) {
  const { state, words } = instrumentStanding(of.typed, now);
  const bad = state === 'expired' || state === 'away';
  const others = bad ? instead(of, all, now) : [];
  const tests = testsOf(of.typed['kind'] ?? '').map((t) => TEST_KINDS[t].title.toLowerCase());
  return (
    <tr className="border-b border-grid align-top">
      <td className="py-2">
        <VerdictMark verdict={MARK[state]} size={20} />
      </td>
      <td className="py-2 pr-3">
        <b className="block text-[17px] leading-tight font-[650]">{of.name}</b>
        <span className="block text-[13px] text-graphite">
          {INSTRUMENT_KINDS[of.typed['kind'] as InstrumentKind]}
          {of.typed['serial'] ? `, no. ${of.typed['serial']}` : ''}
        </span>
      </td>
      <td className={`py-2 pr-3 text-[15px] ${bad ? 'font-[650] text-carmine' : ''}`}>
        <span className="first-letter:uppercase">{words}</span>
        {bad && (
          <span className="block text-[14px] font-normal text-ink">
            {others.length > 0
              ? `Use ${others.map((o) => o.name).join(' or ')} instead.`
              : 'Nothing of its kind can be used instead.'}
          </span>
        )}
      </td>
      <td className="py-2 pr-3 text-[14px]">{of.typed['where']}</td>
      <td className="py-2 text-[14px]">
        {tests.length > 0 ? `${tests.join(', ')}${bad && others.length === 0 ? ': held up' : ''}` : '–'}
      </td>
    </tr>
  );
}
