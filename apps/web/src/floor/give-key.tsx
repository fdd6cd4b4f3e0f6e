/** Who is to do the motor that is picked, and where it stands: given, taken, moved up and down. */
import type { FloorMotor } from '@norther/records';
import { ChevronDown, ChevronUp } from 'lucide-react';
import { Popover } from 'radix-ui';
import { Link } from 'react-router';
import { usePeopleQuery, useSessionQuery } from '../app/api.ts';
import { unwrap, useAct } from '../app/use-act.ts';
import { Key } from '../kit/key.tsx';
import { useSetOnFloorMutation } from './floor-api.ts';
import { useOrder } from './use-order.ts';

interface Given {
  readonly row: FloorMotor;
  readonly all: readonly FloorMotor[];
}

export function GiveKey({ row, all }: Given) {
  return (
    <Popover.Root>
      <Popover.Trigger asChild>
        <Key className="px-3">Give</Key>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          side="top"
          align="end"
          sideOffset={8}
          className="z-30 w-[320px] border-2 border-ink bg-paper p-4"
          aria-label={`Who is to do motor ${row.motor.number}, and when`}
        >
          <GivePanel row={row} all={all} />
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

function GivePanel({ row: { motor }, all }: Given) {
  const { data: session } = useSessionQuery();
  const lead = session?.role === 'lead';
  // Others need no names but their own.
  const { data: people = [] } = usePeopleQuery(undefined, { skip: !lead });
  const [send, { isLoading }] = useSetOnFloorMutation();
  const act = useAct();
  const { move, byPromise } = useOrder(all);
  const give = (givenTo: string | null) =>
    void act(
      unwrap(send({ writeId: crypto.randomUUID(), number: motor.number, change: { givenTo } })),
      givenTo ? `Motor ${motor.number} is given to ${givenTo}.` : `Motor ${motor.number} is anybody’s.`,
    );
  const names = lead
    ? people.filter((p) => p.retiredAt === null).map((p) => p.name)
    : session
      ? [session.name]
      : [];
  const mine = lead || motor.givenTo === null || motor.givenTo === session?.name;
  return (
    <>
      <p className="mb-2 text-[15px]">
        Motor <b className="fig">{motor.number}</b> is{' '}
        {motor.givenTo ? <b>{motor.givenTo}’s</b> : 'anybody’s'}.
      </p>
      {mine ? (
        <div className="flex flex-wrap gap-1.5">
          {names
            .filter((n) => n !== motor.givenTo)
            .map((n) => (
              <button
                key={n}
                type="button"
                disabled={isLoading}
                onClick={() => give(n)}
                className="min-h-11 border-[1.5px] border-pencil bg-field px-3 text-[15px]"
              >
                {lead ? n : 'I take it'}
              </button>
            ))}
          {motor.givenTo && (
            <Key disabled={isLoading} onClick={() => give(null)}>
              {lead ? 'Anybody' : 'Give it back'}
            </Key>
          )}
        </div>
      ) : (
        <p className="text-[14px] text-graphite">A lead gives it on.</p>
      )}
      {lead && (
        <>
          <h3 className="mt-4 border-b border-ink text-[14px] font-[650]">Its place on the floor</h3>
          <div className="mt-2 flex flex-wrap gap-1.5">
            <Key onClick={() => move(motor.number, -1)}>
              <ChevronUp size={18} aria-hidden="true" /> Up
            </Key>
            <Key onClick={() => move(motor.number, 1)}>
              <ChevronDown size={18} aria-hidden="true" /> Down
            </Key>
            {motor.place !== null && <Key onClick={() => byPromise(motor.number)}>By its promise</Key>}
          </div>
          <p className="mt-1 text-[13px] text-graphite">Alt and the arrow keys do the same on the floor.</p>
          <p className="mt-2 text-[15px]">
            <Link className="underline" to="/?order=drag">
              Order the floor by dragging
            </Link>
          </p>
        </>
      )}
      <p className="mt-2 text-[15px]">
        <Link className="underline" to="/wall">
          Show it on a wall
        </Link>
      </p>
    </>
  );
}
