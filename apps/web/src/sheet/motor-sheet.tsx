/** Fetches a motor for its sheet, and says so when it cannot. */
import type { ReactNode } from 'react';
import { Link, useParams } from 'react-router';
import { problemOf, useMotorQuery, type MotorFile } from '../app/api.ts';
import { MotorCells } from './motor-cells.tsx';
import { MotorTitle } from './title.ts';

const motorCells = (file: MotorFile, tablet: boolean) => <MotorCells file={file} tablet={tablet} />;

export function MotorSheet({ children }: { children: (file: MotorFile) => ReactNode }) {
  const { number = '' } = useParams();
  const { currentData, error, refetch } = useMotorQuery(number);
  if (currentData) return <MotorTitle value={motorCells}>{children(currentData)}</MotorTitle>;
  if (!error) return <p className="p-6">Fetching motor {number} …</p>;
  return (
    <main className="p-6">
      <h1 className="text-[21px]">{problemOf(error).title}</h1>
      <p className="mt-2 flex gap-6">
        <Link to="/" className="underline">
          Back to the floor
        </Link>
        <button type="button" className="underline" onClick={() => void refetch()}>
          Try again
        </button>
      </p>
    </main>
  );
}
