/** The single-phase motors of the made-up shop: what stands on their plates, and what was counted. */
import type { DemoSinglePhase } from './demo-motor.ts';

const ASIDE = { linerFound: '0.2', protectorFound: 'none', overhang: '38' };

/** Starts by a capacitor that a switch takes off. */
export const GRANARY_FAN: DemoSinglePhase = {
  kind: 'single-phase',
  plate: {
    starts: 'capacitor-start',
    voltage: '230',
    current: '4.9',
    startCapacitor: '80',
    insulationClass: 'F',
    cooling: 'enclosed-fan',
  },
  card: {
    ...ASIDE,
    slots: '24',
    poles: '4',
    mainSpans: '1-6,1-4',
    mainTurns: '62,44',
    mainWires: '0.95',
    mainFirst: '1',
    startSpans: '1-6,1-4',
    startTurns: '70,50',
    startWires: '0.56',
    startFirst: '4',
    rotation: 'clockwise',
    leadsFound: '4 of 1 mm², U1 U2 Z1 Z2',
    bore: '82',
    coreLength: '80',
    backIron: '13.5',
    toothWidth: '6.0',
    slotArea: '150',
    airGap: '0.3',
  },
};

/** Two voltages, its capacitor on all the time. */
export const CURTAIN_WINCH: DemoSinglePhase = {
  kind: 'single-phase',
  plate: {
    starts: 'permanent-capacitor',
    voltage: '115/230',
    current: '5.6/2.8',
    runCapacitor: '60',
    capacitorVolts: '250',
    insulationClass: 'B',
    cooling: 'enclosed-fan',
  },
  card: {
    ...ASIDE,
    slots: '36',
    poles: '4',
    voltages: 'two',
    mainSpans: '1-9,1-7,1-5',
    mainTurns: '40,34,24',
    mainWires: '0.80',
    mainFirst: '1',
    startSpans: '1-8,1-6,1-4',
    startTurns: '24,20,14',
    startWires: '0.85',
    startFirst: '6',
    rotation: 'counter-clockwise',
    leadsFound: '6 of 0.75 mm², U1 to U4, Z1 Z2',
    bore: '85',
    coreLength: '65',
    backIron: '14',
    toothWidth: '4.6',
    slotArea: '95',
    airGap: '0.3',
  },
};
