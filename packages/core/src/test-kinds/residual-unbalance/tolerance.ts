/** The tolerance of a rotor by one of the rules a shop or its customer works to. */
import { journalRule, permissibleUnbalance } from '../../physics/balance/index.ts';
import { derive, given, type Figure } from '../../language/quantity/index.ts';
import { showNumber } from '../../language/units/index.ts';
import type { BalanceReading } from './form.ts';

export interface BalanceTolerance {
  readonly figure: Figure;
  /** As it is said on a scale, such as `G 2.5`. */
  readonly words: string;
  readonly source: string;
}

type Entry = Pick<BalanceReading, 'rule' | 'permitted' | 'grade' | 'mass' | 'speed' | 'velocity'>;

/** The rule that counts: a figure of the customer's is one wherever it is typed. */
export const ruleOf = (r: Entry): NonNullable<BalanceReading['rule']> =>
  r.rule ?? (r.permitted !== undefined ? 'customer' : 'grade');

const whole = {
  id: 'permissibleUnbalance',
  name: 'Permissible unbalance, whole rotor',
  symbol: 'U_per',
  unit: 'g·mm',
};
const ISO = 'ISO 21940-11:2016 (from memory)';

export function toleranceOf(r: Entry): BalanceTolerance {
  const mass = given('m', r.mass, 'kg', 'rotor mass');
  const speed = given('n', r.speed, 'rpm', 'service speed');
  switch (ruleOf(r)) {
    case 'customer': {
      const source = 'the customer’s own figure';
      return {
        words: 'the customer’s figure',
        source,
        figure: derive(
          {
            ...whole,
            formula: 'U_per as the customer gave it',
            source,
            inputs: { U: given('U_per', r.permitted ?? NaN, 'g·mm', 'customer') },
            value: (v) => v.U,
          },
          true,
        ),
      };
    }
    case 'journal': {
      const source = 'API 541 and shop practice of large machines (from memory)';
      return {
        words: '4 W/N',
        source,
        figure: derive(
          {
            ...whole,
            formula: 'U_per = 4 · W/N a journal, oz·in with W in lb; both journals together',
            source,
            inputs: { m: mass, n: speed },
            value: (v) => journalRule(v.m, v.n).perPlaneGmm,
          },
          true,
        ),
      };
    }
    case 'velocity': {
      const source = 'a rotor free in space, first principles; limits beside it: as typed';
      return {
        words: `${showNumber(r.velocity ?? NaN, 2)} mm/s rms`,
        source,
        figure: derive(
          {
            ...whole,
            formula: 'U_per = 9549 · √2 · v · m / n',
            source,
            inputs: { v: given('v', r.velocity ?? NaN, 'mm/s', 'rms, as agreed'), m: mass, n: speed },
            value: (x) => permissibleUnbalance(Math.SQRT2 * x.v, x.m, x.n),
          },
          true,
        ),
      };
    }
    case 'grade':
      return {
        words: `G ${showNumber(r.grade, 3).replace(/\.?0+$/, '')}`,
        source: ISO,
        figure: derive(
          {
            ...whole,
            formula: 'U_per = 9549 · G · m / n',
            source: ISO,
            inputs: { G: given('G', r.grade, 'mm/s', 'balance grade'), m: mass, n: speed },
            value: (v) => permissibleUnbalance(v.G, v.m, v.n),
          },
          true,
        ),
      };
  }
}
