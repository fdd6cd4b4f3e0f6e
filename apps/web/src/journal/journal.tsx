/** Who did what, in the whole shop: narrowed by person, motor, words and days; kept in the address. */
import { useTypedAddress } from '../app/use-typed-address.ts';
import { anyStationOf, publishedRoutes } from '@norther/core';
import type { JournalLine } from '@norther/records';
import { useState } from 'react';
import { Link } from 'react-router';
import { api, problemOf, usePeopleQuery, useSessionQuery } from '../app/api.ts';
import { Choice } from '../kit/choice.tsx';
import { LineField } from '../kit/line-field.tsx';
import { Key } from '../kit/key.tsx';
import { MomentField } from '../kit/moment-field.tsx';
import { showMoment } from '../kit/moments.ts';
import { isoOfMoment } from '../kit/read-moment.ts';
import { Sheet, View } from '../sheet/sheet.tsx';
import { SheetName } from '../kit/sheet-name.tsx';

const journalApi = api.injectEndpoints({
  endpoints: (b) => ({
    journal: b.query<JournalLine[], Readonly<Record<string, string>>>({
      query: (params) => ({ url: 'journal', params }),
      // It is asked anew whenever it is opened: every write adds to it.
      keepUnusedDataFor: 0,
    }),
  }),
});

const placeOf = (l: JournalLine) => `${l.at} ${l.order}`;
/** Stations by their titles, as the sheets call them. */
const TITLES = new Map(anyStationOf(publishedRoutes()).map((s) => [s.id, s.title]));
function inWords(what: string): string {
  const [first = '', ...rest] = what.split(' ');
  const title = TITLES.get(first);
  return title ? `${title}: ${rest.join(' ')}` : what.charAt(0).toUpperCase() + what.slice(1);
}

const ASKED = ['who', 'motor', 'words', 'from', 'to'] as const;
const PAGE = 100;

export function Journal() {
  const { data: session } = useSessionQuery();
  const lead = session?.role === 'lead';
  const { typed: address, type, clear } = useTypedAddress();
  const put = (id: (typeof ASKED)[number], text: string) => type({ [id]: text });
  const { data: people = [] } = usePeopleQuery(undefined, { skip: !lead });
  const value = (id: (typeof ASKED)[number]) => address[id] ?? '';
  const asked = Object.fromEntries(
    ASKED.flatMap((id) => {
      const typed = value(id).trim();
      const sent = typed && (id === 'from' || id === 'to') ? (isoOfMoment(typed) ?? '') : typed;
      return sent ? [[id, sent]] : [];
    }),
  );
  return (
    <Sheet
      columns="3fr 9fr"
      title={<SheetName name="Journal">who did what, to which motor, and why</SheetName>}
    >
      <View letter="A" name="What is looked for" className="space-y-3 overflow-auto p-4">
        <label className="block text-[13px] text-graphite">
          Done by
          <Choice
            label="Done by"
            value={value('who')}
            none="anybody"
            options={[
              { value: '', label: 'anybody' },
              ...people.map((p) => ({ value: p.name, label: p.name })),
            ]}
            onChoose={(v) => put('who', v)}
            className="h-10 w-full border-[1.5px] border-b-2 border-pencil border-b-ink text-[16px] text-ink max-xl:h-12"
          />
        </label>
        <LineField
          label="To motor"
          name="motor"
          value={value('motor')}
          onType={(v) => put('motor', v)}
          scan
        />
        <LineField label="Words in it" name="words" value={value('words')} onType={(v) => put('words', v)} />
        <MomentField label="From" name="from" value={value('from')} onType={(v) => put('from', v)} />
        <MomentField label="Until" name="to" value={value('to')} onType={(v) => put('to', v)} />
        <Key onClick={clear}>Everything</Key>
      </View>
      <View letter="B" name="Newest first" className="overflow-auto px-4 py-2">
        {lead ? (
          <Lines key={JSON.stringify(asked)} asked={asked} />
        ) : (
          <p className="text-[16px]">
            Who did what is a lead’s to read. The history of a motor stands on its own sheet, for everybody.
          </p>
        )}
      </View>
    </Sheet>
  );
}

function Lines({ asked }: { readonly asked: Readonly<Record<string, string>> }) {
  const [before, setBefore] = useState<readonly string[]>([]);
  return (
    <>
      <table className="w-full table-fixed text-[15px]">
        <thead>
          <tr className="border-b-2 border-ink text-left text-[13px] text-graphite">
            <th className="w-40 font-medium">when</th>
            <th className="w-32 font-medium">who</th>
            <th className="w-20 font-medium">motor</th>
            <th className="font-medium">what</th>
            <th className="font-medium">why</th>
          </tr>
        </thead>
        <Page asked={asked} before={null} onMore={setBefore} pages={before} last={before.length === 0} />
        {before.map((place, i) => (
          <Page
            key={place}
            asked={asked}
            before={place}
            onMore={setBefore}
            pages={before}
            last={i === before.length - 1}
          />
        ))}
      </table>
    </>
  );
}

function Page({
  asked,
  before,
  pages,
  last,
  onMore,
}: {
  readonly asked: Readonly<Record<string, string>>;
  readonly before: string | null;
  readonly pages: readonly string[];
  readonly last: boolean;
  readonly onMore: (pages: readonly string[]) => void;
}) {
  const { data, error } = journalApi.useJournalQuery({
    ...asked,
    limit: String(PAGE),
    ...(before === null ? {} : { before }),
  });
  if (error)
    return (
      <tbody>
        <tr>
          <td colSpan={5} className="py-3 text-carmine">
            {problemOf(error).title}
          </td>
        </tr>
      </tbody>
    );
  return (
    <tbody>
      {data?.map((l) => (
        <tr key={l.id} className="border-b border-grid align-top">
          <td className="fig py-1 text-[14px] whitespace-nowrap text-graphite">
            {showMoment(new Date(l.at))}
          </td>
          <td className="py-1">{l.who}</td>
          <td className="fig py-1">
            {l.motor && (
              <Link className="underline" to={`/motor/${encodeURIComponent(l.motor)}`}>
                {l.motor}
              </Link>
            )}
          </td>
          <td className="py-1 pr-3 break-words">{inWords(l.what)}</td>
          <td className="py-1 break-words text-graphite">{l.why}</td>
        </tr>
      ))}
      {last && (
        <tr>
          <td colSpan={5} className="py-2">
            {data === undefined ? (
              'Looking …'
            ) : data.length === PAGE ? (
              <Key onClick={() => onMore([...pages, placeOf(data.at(-1)!)])}>Older ones</Key>
            ) : data.length === 0 && before === null ? (
              'Nothing that fits.'
            ) : (
              <span className="text-graphite">That is all.</span>
            )}
          </td>
        </tr>
      )}
    </tbody>
  );
}
