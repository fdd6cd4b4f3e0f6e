/** Fields: what is typed stays as typed, what it reads as stands below, a doubt stands inside. */
import {
  DIMENSIONS,
  keptWithUnit,
  readField,
  showShort,
  shownBesideUnit,
  unitBeside,
  type Field,
  type Finding,
} from '@norther/core';
import { useContext, useId, type ReactNode } from 'react';
import { Choice } from './choice.tsx';
import { fitsTable } from './figure-rows.ts';
import { FigureTable } from './figure-table.tsx';
import { enterGoesOn } from './enter-goes-on.ts';
import { ShopUnitsContext } from './shop-units.ts';
import { VerdictMark } from './marks.tsx';

export interface TypedFieldProps {
  readonly field: Field;
  readonly value: string;
  readonly onType: (value: string) => void;
  /** Contradictions found elsewhere that point at this field. */
  readonly doubts?: readonly Finding[];
  readonly missing?: boolean;
  readonly large?: boolean;
  readonly suggestion?: ReactNode;
  readonly list?: readonly string[];
  /** What is taken while nothing is typed; shown as such, never as typed. */
  readonly assumed?: string | undefined;
  readonly assumedWord?: string;
}

export function TypedField({
  field,
  value,
  onType,
  doubts = [],
  missing = false,
  large = false,
  suggestion,
  list,
  assumed,
  assumedWord = 'assumed',
}: TypedFieldProps) {
  const id = useId();
  const reading = readField(field, value);
  const own = reading.state === 'wrong' ? reading.finding : null;
  const doubt =
    own ?? doubts.find((d) => d.severity === 'stop') ?? doubts.find((d) => d.severity === 'watch');
  const units = useContext(ShopUnitsContext);
  const unit = unitBeside(field, units);
  const read = field.kind === 'quantity' ? DIMENSIONS[field.dimension].unit : '';
  const stop = doubt?.severity === 'stop';
  const below = own
    ? own.message.replace(`${field.label}: `, '')
    : reading.state === 'read' && reading.converted
      ? `reads ${showShort(reading.value, 4)} ${read}`
      : null;
  // A list of coils takes lines, not a line.
  const long = field.kind === 'text' && (field.maxLength ?? 0) > 1000;
  const columns =
    field.kind === 'text' && field.columns && fitsTable(value, field.columns) ? field.columns : null;
  const height = columns
    ? ''
    : long
      ? 'min-h-24'
      : large
        ? 'h-14 text-[20px]'
        : 'h-9 text-[16px] max-xl:h-12';
  const line = doubt
    ? stop
      ? 'border-b-carmine'
      : 'border-b-ink'
    : missing && value === ''
      ? 'border-b-pencil border-dashed'
      : 'border-b-ink';
  // A sentence, or a letter for every group, needs the width of the form.
  const wide = field.kind === 'text' && (field.maxLength ?? 0) >= 300;
  return (
    <div className={wide ? 'col-span-full min-w-0' : 'min-w-0'}>
      <label htmlFor={id} className={`block truncate ${large ? 'text-[16px]' : 'text-[13px]'} text-graphite`}>
        {field.label}
      </label>
      <div
        className={`flex items-stretch border-[1.5px] border-b-2 border-pencil bg-field focus-within:border-b-[3px] focus-within:border-b-copper ${line} ${height}`}
      >
        {doubt && (
          <span className="flex items-center pl-1.5">
            <VerdictMark verdict={stop ? 'stop' : 'watch'} size={16} />
          </span>
        )}
        {field.kind === 'choice' ? (
          <Choice
            id={id}
            name={field.id}
            value={value}
            options={field.options}
            onChoose={onType}
            none={
              assumed
                ? `${assumedWord}: ${field.options.find((o) => o.value === assumed)?.label ?? assumed}`
                : '–'
            }
            className="flex-1"
          />
        ) : columns ? (
          <div className="min-w-0 flex-1 px-1 pb-1">
            <FigureTable
              id={id}
              name={field.id}
              label={field.label}
              columns={columns}
              value={value}
              onType={onType}
            />
          </div>
        ) : long ? (
          <textarea
            id={id}
            name={field.id}
            value={value}
            rows={4}
            placeholder={field.hint}
            spellCheck={false}
            onChange={(e) => onType(e.target.value)}
            aria-describedby={below ? `${id}-below` : undefined}
            className="fig min-w-0 flex-1 resize-y bg-transparent px-2 py-1 text-[14px] outline-none"
          />
        ) : (
          <input
            id={id}
            name={field.id}
            value={shownBesideUnit(field, value, units)}
            title={field.hint}
            placeholder={assumed ? `${assumedWord}: ${shownBesideUnit(field, assumed, units)}` : undefined}
            inputMode={field.kind === 'quantity' && field.dimension === 'count' ? 'numeric' : 'text'}
            autoCapitalize="off"
            autoCorrect="off"
            data-scan={field.kind === 'text' && /tag$/i.test(field.id) ? 'take' : undefined}
            onChange={(e) => onType(keptWithUnit(field, e.target.value, units))}
            onKeyDown={enterGoesOn}
            autoComplete="off"
            spellCheck={false}
            list={list ? `${id}-list` : undefined}
            aria-invalid={stop}
            aria-describedby={below || suggestion ? `${id}-below` : undefined}
            className={`min-w-0 flex-1 bg-transparent px-2 outline-none ${field.kind === 'quantity' ? 'fig text-right' : ''}`}
          />
        )}
        {list && (
          <datalist id={`${id}-list`}>
            {list.map((l) => (
              <option key={l} value={l} />
            ))}
          </datalist>
        )}
        {unit && (
          <span className="fig flex min-w-10 items-center border-l border-hair px-1.5 text-[13px] text-graphite">
            {unit}
          </span>
        )}
      </div>
      {(below || suggestion) && (
        <div
          id={`${id}-below`}
          className={`text-[13px] leading-tight ${own ? 'text-carmine' : 'text-copper'}`}
        >
          {below ?? suggestion}
        </div>
      )}
    </div>
  );
}
