/** Cards from a table brought into the library: all of them, or none and what is wrong with which line. */
import type { Finding } from '@norther/core';
import { useRef, useState } from 'react';
import { problemOf, useSessionQuery } from '../app/api.ts';
import { showMessage } from '../app/sheet-state.ts';
import { useAppDispatch } from '../app/store.ts';
import { FindingList } from '../kit/finding-list.tsx';
import { Fold } from '../kit/fold.tsx';
import { Key } from '../kit/key.tsx';
import { useImportCardsMutation } from './library-api.ts';

export function CardsIn() {
  const { data: session } = useSessionQuery();
  const [send, { isLoading }] = useImportCardsMutation();
  const dispatch = useAppDispatch();
  const input = useRef<HTMLInputElement>(null);
  const [wrong, setWrong] = useState<readonly Finding[]>([]);
  const read = async (file: File) => {
    setWrong([]);
    try {
      const { cards } = await send({ writeId: crypto.randomUUID(), file }).unwrap();
      dispatch(showMessage({ text: `${cards} cards of ${file.name} are in the library.` }));
    } catch (error) {
      const problem = problemOf(error);
      setWrong(problem.findings);
      dispatch(showMessage({ text: problem.title, bad: true }));
    }
  };
  if (session?.role !== 'lead') return null;
  return (
    <Fold title="Bring cards in from a table" className="mt-4">
      <p className="mt-1 text-[14px] leading-snug">
        A CSV file: a row a motor, a heading over each column. The columns are called as the fields of plate
        and card are: Motor number, Slots, Poles, Coil span, Turns in a coil, Wires in hand … A column “date”
        says when it was taken.
      </p>
      <input
        ref={input}
        type="file"
        accept="text/csv,.csv"
        className="sr-only"
        tabIndex={-1}
        aria-label="Table of cards"
        onChange={(e) => {
          const file = e.target.files?.[0];
          if (file) void read(file);
          e.target.value = '';
        }}
      />
      <div className="mt-2">
        <Key disabled={isLoading} onClick={() => input.current?.click()}>
          Choose the file
        </Key>
      </div>
      {wrong.length > 0 && (
        <div className="mt-2">
          <p className="text-[14px]">Nothing was taken:</p>
          <FindingList findings={wrong} />
        </div>
      )}
    </Fold>
  );
}
