/** Labels of a batch: one for each unit, and one for the box, which stays open while a unit in it is not finished. */
import { finding, type Finding } from '@norther/core';
import { useState } from 'react';
import { problemOf } from '../app/api.ts';
import { FindingList } from '../kit/finding-list.tsx';
import { Key } from '../kit/key.tsx';
import { LineField } from '../kit/line-field.tsx';
import { batchPath, useLazyBoxQuery } from './series-api.ts';

export function Labels({ name, planned }: { readonly name: string; readonly planned: number }) {
  const [units, setUnits] = useState('');
  const [open, setOpen] = useState<readonly Finding[]>([]);
  const [ask, { isFetching }] = useLazyBoxQuery();
  const fallback = `1-${Math.min(planned, 24)}`;
  const wanted = units.trim() || fallback;
  const file = (which: string) => `/api${batchPath(name)}/${which}.pdf?units=${encodeURIComponent(wanted)}`;
  const pack = async () => {
    const box = await ask({ name, units: wanted });
    if (!box.error) {
      setOpen([]);
      window.open(file('packing'), '_blank', 'noreferrer');
      return;
    }
    const { title, findings } = problemOf(box.error);
    setOpen(findings?.length ? findings : [finding('stop', 'series.box', title, [])]);
  };
  return (
    <section aria-label="Labels" className="mt-5">
      <h2 className="text-[14px] font-[650]">Labels</h2>
      <LineField
        label={`Units, such as ${fallback}`}
        name="label-units"
        value={units}
        onType={(v) => {
          setUnits(v);
          setOpen([]);
        }}
      />
      <div className="mt-2 flex gap-2">
        <a
          className="flex min-h-10 items-center border-[1.5px] border-ink px-4 text-[15px] font-[650]"
          href={file('labels')}
          target="_blank"
          rel="noreferrer"
        >
          One for each unit
        </a>
        <Key onClick={() => void pack()} disabled={isFetching}>
          For the box
        </Key>
      </div>
      {open.length > 0 && (
        <div role="alert" className="mt-3">
          <p className="mb-2 text-[15px] font-[650]">What keeps the box open</p>
          <div className="max-h-56 overflow-auto">
            <FindingList findings={open} />
          </div>
        </div>
      )}
    </section>
  );
}
