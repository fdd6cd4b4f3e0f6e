/** What may lie in one oven together, and whether it can do it at all. Source: none, rules of this program. */
import { quantity, readForm, required, text, type Form, type Typed } from '../../language/forms/index.ts';
import { finding, type Finding } from '../../language/quantity/index.ts';
import { showNumber } from '../../language/units/index.ts';
import type { HeatProgramme } from './programme.ts';

export const OVEN_FIELDS = [
  required(text('name', 'Name', 'as it is called in the shop', 40)),
  required(text('occupies', 'For stations that occupy', 'as the route says it', 30)),
  required(quantity('hottest', 'Hottest', 'temperature', 40, 800)),
  quantity('rate', 'Heats by, an hour', 'temperature-difference', 10, 3000, 'K in an hour, its air'),
  quantity('mass', 'Takes at most', 'mass', 1, 50000),
  quantity('width', 'Inside width', 'length', 100, 10000),
  quantity('depth', 'Inside depth', 'length', 100, 10000),
  text('controller', 'Controller at', 'address:port/channel of its own network', 80),
] as const satisfies Form;

export interface Oven {
  readonly name: string;
  readonly occupies: string;
  readonly hottestC: number;
  /** Of its air [K/min]. */
  readonly rate: number;
  readonly massKg: number | null;
  /** Floor inside [mm²]. */
  readonly floorMm2: number | null;
}

/** An oven whose heating was never measured. Common practice, no source [K/h]. */
const USUAL_RATE = 240;

export function readOven(typed: Typed): {
  readonly oven: Oven | null;
  readonly findings: readonly Finding[];
} {
  const { numbers: n, texts, findings: read } = readForm(OVEN_FIELDS, typed);
  const findings: Finding[] = [...read];
  for (const f of OVEN_FIELDS)
    if (f.required && !typed[f.id]?.trim())
      findings.push(finding('stop', 'oven.missing', `${f.label} is missing.`, [f.id]));
  if (texts['controller'] !== undefined && controllerOf(texts['controller']) === null)
    findings.push(
      finding(
        'stop',
        'oven.no-address',
        `“${texts['controller']}” is no address of a controller: write it as 127.0.0.1:4471/2.`,
        ['controller'],
      ),
    );
  return {
    oven: findings.some((f) => f.severity === 'stop')
      ? null
      : {
          name: texts['name']!,
          occupies: texts['occupies']!,
          hottestC: n['hottest']!,
          rate: (n['rate'] ?? USUAL_RATE) / 60,
          massKg: n['mass'] ?? null,
          floorMm2: n['width'] && n['depth'] ? n['width'] * n['depth'] : null,
        },
    findings,
  };
}

export interface ControllerAddress {
  readonly host: string;
  readonly port: number;
  readonly channel: number;
}

/** `127.0.0.1:4471/2` or `oven.workshop:4471/2`; null for anything else. */
export function controllerOf(typed: string): ControllerAddress | null {
  const m = /^([a-z0-9.-]{1,60}|\[[0-9a-f:]+\]):(\d{2,5})\/(\d{1,2})$/i.exec(typed.trim());
  const port = Number(m?.[2]);
  return m && port <= 65535 ? { host: m[1]!.replace(/^\[|\]$/g, ''), port, channel: Number(m[3]) } : null;
}

/** A part as far as an oven is concerned. */
export interface OvenPart {
  readonly name: string;
  readonly massKg: number;
  /** Diameter it stands on [mm]; unknown where nobody measured it. */
  readonly acrossMm?: number | undefined;
}

/** Of the floor; round parts leave corners, and air has to pass between them. Common practice, no source. */
const USABLE_FLOOR = 0.6;

/** Whether these parts can have this programme in this oven, together. */
export function fitsOven(oven: Oven, programme: HeatProgramme, parts: readonly OvenPart[]): Finding[] {
  const found: Finding[] = [];
  if (programme.targetC > oven.hottestC)
    found.push(
      finding(
        'stop',
        'oven.too-cold',
        `${oven.name} goes to ${showNumber(oven.hottestC, 3)} °C, ${programme.name} needs ${showNumber(programme.targetC, 3)}.`,
        ['programme'],
      ),
    );
  const mass = parts.reduce((s, p) => s + p.massKg, 0);
  if (oven.massKg !== null && mass > oven.massKg)
    found.push(
      finding(
        'stop',
        'oven.too-heavy',
        `${showNumber(mass, 3)} kg in all, ${oven.name} takes ${showNumber(oven.massKg, 3)} kg.`,
        ['mass'],
      ),
    );
  const across = parts.flatMap((p) => p.acrossMm ?? []);
  const floor = across.reduce((s, mm) => s + mm ** 2, 0);
  if (oven.floorMm2 !== null && across.some((mm) => mm ** 2 > oven.floorMm2!))
    found.push(finding('stop', 'oven.too-small', `A part does not fit into ${oven.name}.`, ['parts']));
  else if (oven.floorMm2 !== null && floor > USABLE_FLOOR * oven.floorMm2 && across.length > 1)
    found.push(
      finding(
        'watch',
        'oven.crowded',
        `The parts stand close in ${oven.name}: the air has to reach all of them.`,
        ['parts'],
      ),
    );
  return found;
}
