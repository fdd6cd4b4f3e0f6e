/** The stations of a route in their order, two tracks side by side; moved by drag, by touch and by keys. */
import {
  closestCenter,
  DndContext,
  KeyboardSensor,
  PointerSensor,
  useSensor,
  useSensors,
  type Announcements,
  type DragEndEvent,
  type UniqueIdentifier,
} from '@dnd-kit/core';
import {
  SortableContext,
  sortableKeyboardCoordinates,
  useSortable,
  verticalListSortingStrategy,
} from '@dnd-kit/sortable';
import {
  bodyIn,
  gateOf,
  movedStation,
  placeOf,
  stationOf,
  stretchOf,
  type Route,
  type Station,
  type Stretch,
} from '@norther/core';
import { GripVertical } from 'lucide-react';
import { BodyMark } from '../kit/marks.tsx';

interface StationsProps {
  readonly route: Route;
  readonly picked: string | null;
  readonly onPick: (station: string) => void;
  /** Absent where the route is only read. */
  readonly onChange?: ((route: Route) => void) | undefined;
  readonly onAdd: (stretch: Stretch) => void;
  /** Stations that the check has something to say about. */
  readonly marked: ReadonlySet<string>;
}

const NAMES: Readonly<Record<Stretch, string>> = {
  opening: 'The way in, motor whole',
  stator: 'Stator',
  rotor: 'Rotor',
  closing: 'The way out, put together',
};

export function Stations(props: StationsProps) {
  const { route, onChange } = props;
  const sensors = useSensors(
    // A press on the handle is a drag only once it moves, so that a tap still picks.
    useSensor(PointerSensor, { activationConstraint: { distance: 6 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const dropped = ({ active, over }: DragEndEvent) => {
    if (!over || active.id === over.id || !onChange) return;
    const from = placeOf(route, String(active.id));
    const to = placeOf(route, String(over.id));
    if (from && to && from.stretch === to.stretch) onChange(movedStation(route, String(active.id), to.at));
  };
  return (
    <DndContext
      sensors={sensors}
      collisionDetection={closestCenter}
      onDragEnd={dropped}
      accessibility={{ announcements: saying(route), screenReaderInstructions: HOW }}
    >
      <div className="grid grid-cols-1 gap-x-4 sm:grid-cols-2">
        <StretchList {...props} stretch="opening" className="sm:col-span-2" />
        <StretchList {...props} stretch="stator" />
        <StretchList {...props} stretch="rotor" />
        <StretchList {...props} stretch="closing" className="sm:col-span-2" />
      </div>
    </DndContext>
  );
}

const HOW = {
  draggable: 'Space picks the station up, the arrow keys move it, Space puts it down, Escape puts it back.',
};

/** What a screen reader is told while a station is moved. */
function saying(route: Route): Announcements {
  const name = (id: UniqueIdentifier) => stationOf(route, String(id)).name;
  const at = (over: { readonly id: UniqueIdentifier } | null) =>
    over ? `place ${placeOf(route, String(over.id))!.at + 1}` : 'no place';
  return {
    onDragStart: ({ active }) => `${name(active.id)} is picked up.`,
    onDragOver: ({ active, over }) => `${name(active.id)} would go to ${at(over)}.`,
    onDragEnd: ({ active, over }) => `${name(active.id)} is put down at ${at(over)}.`,
    onDragCancel: ({ active }) => `${name(active.id)} is where it was.`,
  };
}

function StretchList({
  route,
  stretch,
  picked,
  onPick,
  onChange,
  onAdd,
  marked,
  className = '',
}: StationsProps & { readonly stretch: Stretch; readonly className?: string }) {
  const stations = stretchOf(route, stretch);
  return (
    <section className={`mb-2 min-w-0 ${className}`} aria-label={NAMES[stretch]}>
      <h2 className="flex items-center gap-2 border-b-2 border-ink pb-0.5 text-[15px] font-[650]">
        <BodyMark body={bodyIn(stretch)} state="waiting" />
        {NAMES[stretch]}
        {onChange && (
          <button
            type="button"
            aria-label={`Add a station: ${NAMES[stretch].toLowerCase()}`}
            onClick={() => onAdd(stretch)}
            className="ml-auto flex min-h-6 items-center gap-1 px-2 text-[13px] font-medium underline max-xl:min-h-12"
          >
            add a station
          </button>
        )}
      </h2>
      <SortableContext items={stations.map((s) => s.id)} strategy={verticalListSortingStrategy}>
        <ol>
          {stations.map((station) => (
            <Row
              key={station.id}
              station={station}
              gate={station.gate ? gateOf(route, station.gate)?.title : undefined}
              picked={station.id === picked}
              marked={marked.has(station.id) || (station.gate !== undefined && marked.has(station.gate))}
              movable={onChange !== undefined}
              onPick={onPick}
            />
          ))}
        </ol>
      </SortableContext>
    </section>
  );
}

function Row({
  station,
  gate,
  picked,
  marked,
  movable,
  onPick,
}: {
  readonly station: Station;
  readonly gate: string | undefined;
  readonly picked: boolean;
  readonly marked: boolean;
  readonly movable: boolean;
  readonly onPick: (station: string) => void;
}) {
  const { setNodeRef, attributes, listeners, transform, transition, isDragging } = useSortable({
    id: station.id,
    disabled: !movable,
  });
  return (
    <li
      ref={setNodeRef}
      style={{
        transform: transform ? `translate3d(0, ${Math.round(transform.y)}px, 0)` : undefined,
        transition,
      }}
      className={`relative border-b border-grid ${isDragging ? 'z-10 bg-paper shadow-[3px_3px_0_var(--hair)] outline-2 outline-copper' : ''}`}
    >
      {gate && (
        <span className="flex items-center gap-1.5 pl-2 text-[13px] leading-[18px] text-graphite">
          <svg width="11" height="11" aria-hidden="true" className="shrink-0">
            <path d="M5.5 .5l5 5-5 5-5-5z" fill="var(--paper)" stroke="var(--graphite)" />
          </svg>
          {gate}
        </span>
      )}
      <div className={`flex items-stretch ${picked ? 'bg-copper text-on-copper' : ''}`}>
        {movable && (
          <button
            type="button"
            {...attributes}
            {...listeners}
            aria-label={`Move ${station.name}`}
            className="flex w-7 shrink-0 cursor-grab touch-none items-center justify-center -outline-offset-2 max-xl:w-12"
          >
            <GripVertical size={16} aria-hidden="true" />
          </button>
        )}
        <button
          type="button"
          aria-pressed={picked}
          onClick={() => onPick(station.id)}
          className="flex min-h-8 min-w-0 flex-1 items-baseline gap-2 px-2 py-1 text-left -outline-offset-2 max-xl:min-h-12"
        >
          <b className="shrink-0 text-[15px] font-[650]">{station.name}</b>
          <span className="min-w-0 truncate text-[14px]">
            {station.title === station.name ? '' : station.title}
          </span>
          <span className="fig ml-auto flex shrink-0 items-baseline gap-2 text-[13px]">
            {station.standardMinutes && `${station.standardMinutes} min`}
            {marked && (
              <span className="bg-lemon px-1 text-[#0F1E29]" title="The check says something about it">
                !
              </span>
            )}
          </span>
        </button>
      </div>
    </li>
  );
}
