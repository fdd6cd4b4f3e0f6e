/** A batch as a lead enters or changes it: how many, on which line, within which limits, watched how. */
import { CHART_SCHOOLS, figureKey, SERIES_LINES, USUAL_SCHOOL } from '@norther/core';
import type { BatchEntry, BatchRecord } from '@norther/records';
import { useDraft } from '../app/use-draft.ts';
import { unwrap, useAct } from '../app/use-act.ts';
import { Choice, type Option } from '../kit/choice.tsx';
import { Fold } from '../kit/fold.tsx';
import { FootKeys, Key } from '../kit/key.tsx';
import { LineField } from '../kit/line-field.tsx';
import { MomentField } from '../kit/moment-field.tsx';
import { isoOfMoment, momentOfIso } from '../kit/read-moment.ts';
import { useSuppliesQuery } from '../stores/stores-api.ts';
import { useAddBatchMutation, useChangeBatchMutation } from './series-api.ts';

const LINES: Option[] = Object.values(SERIES_LINES).map((l) => ({ value: l.id, label: l.title }));
const SCHOOLS: Option[] = Object.entries(CHART_SCHOOLS).map(([value, s]) => ({ value, label: s.title }));

/** What stands in the form of a batch that there is. */
function fieldsOf(batch: BatchRecord): Record<string, string> {
  return {
    customer: batch.customer,
    product: batch.product,
    planned: String(batch.planned),
    promisedAt: momentOfIso(batch.promisedAt),
    quietRun: String(batch.quietRun),
    school: batch.school,
    instrument: batch.instrument ?? '',
    ...Object.fromEntries(
      Object.entries(batch.limitsTyped).flatMap(([key, l]) => [
        [`limit ${key} lower`, l.lower ?? ''],
        [`limit ${key} upper`, l.upper ?? ''],
      ]),
    ),
  };
}

function entryOf(typed: Readonly<Record<string, string>>): Omit<BatchEntry, 'name' | 'line'> {
  const limits: BatchEntry['limits'] = {};
  for (const [id, text] of Object.entries(typed)) {
    const m = /^limit (\S+) (lower|upper)$/.exec(id);
    if (m && text.trim() !== '') limits[m[1]!] = { ...limits[m[1]!], [m[2]!]: text.trim() };
  }
  return {
    customer: typed['customer'] ?? '',
    product: typed['product'] ?? '',
    planned: Number(typed['planned'] ?? ''),
    promisedAt: isoOfMoment(typed['promisedAt'] ?? ''),
    quietRun: Number(typed['quietRun'] || '40'),
    school: typed['school'] || USUAL_SCHOOL,
    limits,
    instrument: typed['instrument'] || null,
  };
}

export function BatchForm({
  batch,
  onSaved,
}: {
  /** Null begins a new one. */
  readonly batch: BatchRecord | null;
  readonly onSaved: (name: string) => void;
}) {
  const { data: supplies } = useSuppliesQuery();
  const saved = batch ? fieldsOf(batch) : undefined;
  const { typed, type, drop, open, version, writeId } = useDraft(
    `series:${batch?.name ?? 'new'}`,
    saved,
    batch?.version,
  );
  const [add] = useAddBatchMutation();
  const [change] = useChangeBatchMutation();
  const act = useAct();
  const value = (id: string) => typed[id] ?? '';
  const field = (id: string, label: string) => (
    <LineField label={label} name={id} value={value(id)} onType={(v) => type({ [id]: v })} />
  );
  const lineId = batch?.line ?? value('line');
  const line = SERIES_LINES[lineId];
  const limited = Object.entries(typed).filter(([k, v]) => k.startsWith('limit ') && v.trim() !== '').length;
  const lines: Option[] = (supplies?.instruments ?? [])
    .filter((i) => i.retiredAt === null && i.typed['kind'] === 'series-line')
    .map((i) => ({ value: i.id, label: i.name }));
  const save = async () => {
    const entry = entryOf(typed);
    const id = writeId ?? crypto.randomUUID();
    const name = batch?.name ?? value('name').trim();
    const problem = await act(
      batch
        ? unwrap(change({ writeId: id, name, entry: { ...entry, version, closed: batch.closedAt !== null } }))
        : unwrap(add({ writeId: id, entry: { ...entry, name, line: lineId } })),
      batch ? `Batch ${name} changed.` : `Batch ${name} begun.`,
    );
    if (problem) return;
    drop();
    onSaved(name);
  };
  const choice = (id: string, label: string, options: readonly Option[], none?: string) => (
    <div className="min-w-0">
      <span className="block text-[13px] text-graphite">{label}</span>
      <Choice
        label={label}
        value={value(id)}
        options={options}
        onChoose={(v) => type({ [id]: v })}
        {...(none === undefined ? {} : { none })}
        className="h-9 w-full border-[1.5px] border-b-2 border-pencil border-b-ink text-[16px] max-xl:h-12"
      />
    </div>
  );
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        void save();
      }}
    >
      <div className="grid grid-cols-2 gap-x-4 gap-y-2">
        {!batch && field('name', 'Batch, such as B8')}
        {!batch && choice('line', 'Line', LINES, 'which line')}
        {field('planned', 'Units')}
        {field('product', 'Product')}
        {field('customer', 'Customer')}
        <MomentField
          label="Promised"
          name="promisedAt"
          value={value('promisedAt')}
          onType={(v) => type({ promisedAt: v })}
        />
        {choice('school', 'Signs watched for', SCHOOLS, `${CHART_SCHOOLS[USUAL_SCHOOL]!.title} (usual)`)}
        {field('quietRun', 'Units of the quiet run (40)')}
        {choice('instrument', 'Reports by itself', lines, 'no: by hand and file')}
      </div>
      {line && (
        <div className="mt-3">
          <Fold title="Limits of the process" filled={limited}>
            <p className="text-[13px] text-graphite">
              Empty is what stands beside it; “none” is no limit on that side.
            </p>
            <table className="mt-1 w-full text-[14px]">
              <thead>
                <tr className="border-b border-hair text-left text-[13px] text-graphite">
                  <th className="font-medium">figure</th>
                  <th className="font-medium">not under</th>
                  <th className="font-medium">not over</th>
                </tr>
              </thead>
              <tbody>
                {line.stations.flatMap((s) =>
                  s.figures.map((f) => {
                    const key = figureKey(s.id, f.id);
                    const side = (which: 'lower' | 'upper') => (
                      <td className="py-0.5 pr-2">
                        <span className="flex items-center gap-1">
                          <input
                            aria-label={`${s.title} ${f.title} ${which === 'lower' ? 'not under' : 'not over'}`}
                            value={value(`limit ${key} ${which}`)}
                            placeholder={f[which] === null ? 'none' : String(f[which])}
                            onChange={(e) => type({ [`limit ${key} ${which}`]: e.target.value })}
                            autoComplete="off"
                            className="fig h-8 w-20 min-w-0 border-[1.5px] border-pencil bg-field px-1.5 text-[15px] outline-none placeholder:text-pencil focus:border-copper max-xl:h-12"
                          />
                          <span className="text-[13px] text-graphite">{f.unit}</span>
                        </span>
                      </td>
                    );
                    return (
                      <tr key={key} className="border-b border-grid">
                        <td className="pr-2">
                          {s.title.split(',')[0]}, {f.title}
                        </td>
                        {side('lower')}
                        {side('upper')}
                      </tr>
                    );
                  }),
                )}
              </tbody>
            </table>
          </Fold>
        </div>
      )}
      <FootKeys stays={open} className="mt-3">
        <Key primary type="submit" disabled={!open || (!batch && (!line || value('name').trim() === ''))}>
          {batch ? 'Save the batch' : 'Begin the batch'}
        </Key>
        {open && <Key onClick={drop}>Leave it</Key>}
      </FootKeys>
    </form>
  );
}
