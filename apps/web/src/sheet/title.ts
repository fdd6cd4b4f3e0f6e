/** The title block of a sheet: what it shows of a motor comes from where motors are fetched. */
import { createContext, type ReactNode } from 'react';
import type { MotorFile } from '../app/api.ts';

export const TITLE_CELL = 'min-w-0 border-r border-hair px-3 py-1.5 last:border-r-0';

/** Null on sheets of the shop: they need not load what knows machines. */
export const MotorTitle = createContext<((file: MotorFile, tablet: boolean) => ReactNode) | null>(null);
