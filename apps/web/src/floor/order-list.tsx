/** The floor as a list to be put in order: by drag, by touch and by keys. */
import {
  closestCenter,
  DndContext,
  KeyboardSensor,
  PointerSensor,
  useSensor,
  useSensors,
  type Announcements,
  type DragEndEvent,
} from '@dnd-kit/core';
import {
  SortableContext,
  sortableKeyboardCoordinates,
  useSortable,
  verticalListSortingStrategy,
} from '@dnd-kit/sortable';
import type { FloorMotor } from '@norther/records';
import { GripVertical } from 'lucide-react';
import { promiseOf } from '../kit/time.ts';
import { useOrder } from './use-order.ts';

/** For who hears the screen. */
const SAID: Announcements = {
  onDragStart: ({ active }) => `Motor ${active.id} is picked up.`,
  onDragOver: ({ active, over }) =>
    over ? `Motor ${active.id} would stand where ${over.id} stands.` : undefined,
  onDragEnd: ({ active, over }) => (over ? `Motor ${active.id} is laid down.` : undefined),
  onDragCancel: ({ active }) => `Motor ${active.id} stays where it was.`,
};

export function OrderList({ all, now }: { readonly all: readonly FloorMotor[]; readonly now: number }) {
  const { moveTo, byPromise } = useOrder(all);
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 6 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const dropped = ({ active, over }: DragEndEvent) => {
    if (!over || active.id === over.id) return;
    moveTo(
      String(active.id),
      all.findIndex((r) => r.motor.number === over.id),
    );
  };
  return (
    <DndContext
      sensors={sensors}
      collisionDetection={closestCenter}
      onDragEnd={dropped}
      accessibility={{ announcements: SAID }}
    >
      <SortableContext items={all.map((r) => r.motor.number)} strategy={verticalListSortingStrategy}>
        <ol>
          {all.map((row) => (
            <Row key={row.motor.number} row={row} now={now} onByPromise={byPromise} />
          ))}
        </ol>
      </SortableContext>
    </DndContext>
  );
}

function Row({
  row: { motor, notes },
  now,
  onByPromise,
}: {
  readonly row: FloorMotor;
  readonly now: number;
  readonly onByPromise: (number: string) => void;
}) {
  const { setNodeRef, attributes, listeners, transform, transition, isDragging } = useSortable({
    id: motor.number,
  });
  const promise = promiseOf(motor.promisedAt, now);
  return (
    <li
      ref={setNodeRef}
      style={{
        transform: transform ? `translate3d(0, ${Math.round(transform.y)}px, 0)` : undefined,
        transition,
      }}
      className={`flex min-h-11 items-center gap-3 border-b border-grid px-2 ${isDragging ? 'relative z-10 bg-paper outline-2 outline-copper' : ''}`}
    >
      <button
        type="button"
        {...attributes}
        {...listeners}
        aria-label={`Move motor ${motor.number}`}
        className="flex h-11 w-11 shrink-0 cursor-grab touch-none items-center justify-center -outline-offset-2"
      >
        <GripVertical size={20} aria-hidden="true" />
      </button>
      <span
        className={`fig w-20 text-[22px] ${motor.rush ? 'bg-copper px-1 font-semibold text-on-copper' : ''}`}
      >
        {motor.number}
      </span>
      <span className="min-w-0 flex-1 leading-tight">
        <b className="block truncate text-[15px] font-[650]">{motor.customer}</b>
        <span className="block truncate text-[13px] text-graphite">
          {[motor.machine, ...notes.map((n) => `${n.body} ${n.text}`)].filter(Boolean).join(' · ')}
        </span>
      </span>
      <span className="w-36 text-[14px]">{motor.givenTo ?? ''}</span>
      {motor.place === null ? (
        <span className="w-32 text-[13px] text-graphite">by its promise</span>
      ) : (
        <button
          type="button"
          className="min-h-11 w-32 text-left text-[13px] underline"
          onClick={() => onByPromise(motor.number)}
        >
          by hand; by promise
        </button>
      )}
      <span className="w-28 text-right leading-none">
        <span className="fig block text-[15px]">{promise.when}</span>
        <span className={`block text-[13px] ${promise.late ? 'text-carmine' : 'text-graphite'}`}>
          {promise.left}
        </span>
      </span>
    </li>
  );
}
