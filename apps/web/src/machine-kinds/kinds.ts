/** The sheets that look different for each kind of machine. A new kind is a folder of views and a line in this list. */
import { lazy, type ComponentType } from 'react';
import type { MotorFile } from '../app/api.ts';
import type { KindSheetName } from './kind-sheets.ts';

type OfMotor = { readonly file: MotorFile };

export interface KindViews {
  readonly sheets: Readonly<Partial<Record<KindSheetName, ComponentType<OfMotor>>>>;
}

/** A view of its own file, loaded when it is first opened. */
const from = <N extends string, P extends object>(
  load: () => Promise<Record<N, ComponentType<P>>>,
  name: N,
): ComponentType<P> => lazy(async () => ({ default: (await load())[name] })) as unknown as ComponentType<P>;

/** Of every machine with a commutator. */
const COMMUTATOR: KindViews = {
  sheets: {
    card: from(() => import('./direct-current/direct-card.tsx'), 'DirectCard'),
    winding: from(() => import('./direct-current/direct-winding.tsx'), 'DirectWinding'),
    connection: from(() => import('./direct-current/direct-connection.tsx'), 'DirectConnection'),
    cut: from(() => import('../cut-sheet/cut-sheet.tsx'), 'CutSheet'),
  },
};

const VIEWS: Readonly<Record<string, KindViews>> = {
  'three-phase': {
    sheets: {
      card: from(() => import('../data-card/data-card.tsx'), 'DataCard'),
      winding: from(() => import('../winding-bench/winding-bench.tsx'), 'WindingBench'),
      connection: from(() => import('../connection-bench/connection-bench.tsx'), 'ConnectionBench'),
      search: from(() => import('../search/search.tsx'), 'Search'),
      cut: from(() => import('../cut-sheet/cut-sheet.tsx'), 'CutSheet'),
    },
  },
  'wound-rotor': {
    sheets: {
      card: from(() => import('./wound-rotor/wound-card.tsx'), 'WoundCard'),
      winding: from(() => import('../winding-bench/winding-bench.tsx'), 'WindingBench'),
      connection: from(() => import('../connection-bench/connection-bench.tsx'), 'ConnectionBench'),
      search: from(() => import('../search/search.tsx'), 'Search'),
      cut: from(() => import('../cut-sheet/cut-sheet.tsx'), 'CutSheet'),
    },
  },
  'single-phase': {
    sheets: {
      card: from(() => import('./single-phase/single-card.tsx'), 'SingleCard'),
      winding: from(() => import('./single-phase/single-winding.tsx'), 'SingleWinding'),
      connection: from(() => import('./single-phase/single-connection.tsx'), 'SingleConnection'),
      cut: from(() => import('../cut-sheet/cut-sheet.tsx'), 'CutSheet'),
    },
  },
  'direct-current': COMMUTATOR,
  universal: COMMUTATOR,
  'tooth-coil': {
    sheets: {
      card: from(() => import('./tooth-coil/tooth-card.tsx'), 'ToothCard'),
      winding: from(() => import('./tooth-coil/tooth-winding.tsx'), 'ToothWinding'),
      connection: from(() => import('./tooth-coil/tooth-connection.tsx'), 'ToothConnection'),
      cut: from(() => import('../cut-sheet/cut-sheet.tsx'), 'CutSheet'),
    },
  },
};

/** @throws when a kind has no views: the registry's test finds it */
export function kindViews(kind: string): KindViews {
  const views = VIEWS[kind];
  if (!views) throw new Error(`There are no sheets for a ${kind} machine.`);
  return views;
}
