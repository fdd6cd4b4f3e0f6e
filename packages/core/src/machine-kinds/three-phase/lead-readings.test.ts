/** Reading an unknown connection: every reading of a count, and the look that decides. Common practice, no source. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  analyseWinding,
  furtherLook,
  readLeadCount,
  type ConnectionSpec,
  type LeadCount,
  type LeadEvidence,
} from '../../index.ts';

const winding = {
  slots: 54,
  poles: 6,
  pitch: 8,
  turnsPerCoil: 15,
  wires: [{ count: 4, bareDiameterMm: 1.06 }],
};
const core = { boreDiameterMm: 250, coreLengthMm: 210, toothWidthMm: 7.6, backIronMm: 27, meanTurnMm: 820 };
const supply = { voltageV: 400, frequencyHz: 50 };
const read = (evidence: LeadEvidence) => readLeadCount(evidence, winding, core, supply);
const names = (evidence: LeadEvidence) =>
  read(evidence).map((r) => `${r.circuits}${r.connection} ${r.scheme}`);

describe('a count on a lead', () => {
  it.each<[LeadEvidence, string[]]>([
    [{ ends: 6 }, ['3delta three', '6star three']],
    [{ ends: 3 }, ['3star three']],
    [{ ends: 1, leads: 9 }, ['1delta nine', '2star nine']],
    [{ ends: 1, leads: 12 }, ['2delta twelve', '2star twelve']],
    [
      { ends: 2, leads: 6, twoSpeed: true },
      ['1delta constant-power', '2star constant-torque', '4star variable-torque'],
    ],
  ])('%j', (evidence, expected) => {
    expect(names(evidence).toSorted()).toEqual(expected);
  });

  it('agrees with how the leads of a plan are made, for every way of leading out', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(1, 2, 3, 6),
        fc.constantFrom('star', 'delta'),
        fc.constantFrom(
          'three',
          'six',
          'six-part-winding',
          'nine',
          'twelve',
          'constant-torque',
          'variable-torque',
          'constant-power',
        ),
        (circuits, connection, leads) => {
          const made = analyseWinding(
            { winding: { ...winding, circuits, connection, leads } as never, core, supply },
            false,
          );
          fc.pre(made.ok);
          if (!made.ok) return;
          const list = made.value.connection;
          const count: LeadCount = leads === 'nine' ? 9 : leads === 'twelve' ? 12 : leads === 'three' ? 3 : 6;
          const twoSpeed = leads.startsWith('constant') || leads.startsWith('variable');
          const readings = read({ ends: list.endsPerLead, leads: count, twoSpeed });
          const wanted: ConnectionSpec = {
            circuits,
            connection: connection as 'star',
            leads: leads as 'three',
          };
          const found = readings.find(
            (r) =>
              r.circuits === wanted.circuits &&
              r.connection === wanted.connection &&
              r.scheme === wanted.leads,
          );
          expect(found, `${circuits} ${connection} ${leads}: ${list.endsPerLead} ends`).toBeDefined();
          expect(found!.starJointNeeded).toBe(list.endsAtStar > 0);
        },
      ),
    );
  });
});

describe('what decides', () => {
  it('the star joint first, and once it is known nothing is open', () => {
    expect(furtherLook(read({ ends: 6 }), { ends: 6 })).toMatch(/star joint/);
    const joint = { ends: 6, starJoint: 'yes' } as const;
    expect(furtherLook(read(joint), joint)).toBeNull();
    expect(read(joint)[0]!).toMatchObject({ circuits: 6, connection: 'star' });
  });
  it('ohms rank what the iron leaves open', () => {
    const by = (r: number) => read({ ends: 6, resistance20: r })[0]!;
    const [a, b] = read({ ends: 6 });
    expect(by(a!.resistance20!)).toMatchObject({ circuits: a!.circuits, connection: a!.connection });
    // Ohms that fit neither are out for both.
    expect(read({ ends: 6, resistance20: 40 * b!.resistance20! }).every((r) => r.verdict === 'stop')).toBe(
      true,
    );
  });
  it('six leads with both ends out are settled at the terminals', () => {
    const readings = read({ ends: 2, leads: 6, starJoint: 'no' });
    expect(
      furtherLook(
        readings.filter((r) => r.scheme === 'six'),
        { ends: 2, leads: 6, starJoint: 'no' },
      ),
    ).toMatch(/terminals/);
  });
});
