/** The units people type, by dimension, each with its exact way to the unit that is stored. */

export type Dimension =
  | 'length'
  | 'wire-diameter'
  | 'area'
  | 'power'
  | 'temperature'
  | 'temperature-difference'
  | 'voltage'
  | 'current'
  | 'frequency'
  | 'speed'
  | 'mass'
  | 'resistance'
  | 'capacitance'
  | 'insulation-resistance'
  | 'unbalance'
  | 'duration'
  | 'specific-loss'
  | 'flux-density'
  | 'current-density'
  | 'pressure'
  | 'torque'
  | 'force'
  | 'back-emf'
  | 'inertia'
  | 'field-strength'
  | 'percent'
  | 'ratio'
  | 'count';

interface Unit {
  /** Accepted spellings without spaces or degree sign, in any case; the first is how it is written. */
  readonly spelled: readonly string[];
  /** Spellings in which m and M are two things, milli and mega: only exactly so. The first is how it is written. */
  readonly exact?: readonly string[];
  readonly factor: number;
  readonly offset?: number;
}

interface DimensionEntry {
  /** What is stored and, by default, shown. */
  readonly unit: string;
  readonly units: readonly Unit[];
}

/* Factors: ISO 80000 and NIST SP 811 (2008) appendix B; the inch is 25.4 mm and the pound 0.45359237 kg exactly, the
 * mechanical horsepower 550 ft·lbf/s = 0.745699872 kW, the metric horsepower 75 kgf·m/s = 0.73549875 kW. From memory. */
const INCH = 25.4;
const POUND = 0.45359237;
/** Standard gravity [m/s²], exact by definition: a pound-force is a pound under it. */
const GRAVITY = 9.80665;
const POUND_FORCE = POUND * GRAVITY;
const FOOT = (12 * INCH) / 1000;
const length: readonly Unit[] = [
  { spelled: ['mm'], factor: 1 },
  { spelled: ['cm'], factor: 10 },
  { spelled: ['m'], factor: 1000 },
  { spelled: [], exact: ['µm', 'um', 'μm'], factor: 0.001 },
  { spelled: ['in', 'inch', 'inches', '"', '″'], factor: INCH },
  { spelled: ['thou', 'mil', 'mils'], factor: INCH / 1000 },
  { spelled: ['ft', "'"], factor: 12 * INCH },
];

export const DIMENSIONS: Readonly<Record<Dimension, DimensionEntry>> = {
  length: { unit: 'mm', units: length },
  'wire-diameter': { unit: 'mm', units: length },
  area: {
    unit: 'mm²',
    units: [
      { spelled: ['mm²', 'mm2', 'sqmm'], factor: 1 },
      { spelled: ['cm²', 'cm2'], factor: 100 },
      { spelled: ['in²', 'in2', 'sqin'], factor: INCH * INCH },
    ],
  },
  power: {
    unit: 'kW',
    units: [
      { spelled: ['kW'], factor: 1 },
      { spelled: ['W'], factor: 0.001 },
      { spelled: ['hp'], factor: 0.745699872 },
      { spelled: ['ps', 'cv'], factor: 0.73549875 },
    ],
  },
  temperature: {
    unit: '°C',
    units: [
      { spelled: ['°C', 'C'], factor: 1 },
      { spelled: ['°F', 'F'], factor: 5 / 9, offset: -32 },
      { spelled: ['K'], factor: 1, offset: -273.15 },
    ],
  },
  // A rise of 80 °F is 44.4 K: no offset here, ever.
  'temperature-difference': {
    unit: 'K',
    units: [
      { spelled: ['K', 'C'], factor: 1 },
      { spelled: ['°F', 'F'], factor: 5 / 9 },
    ],
  },
  voltage: {
    unit: 'V',
    units: [
      { spelled: ['V', 'volt', 'volts'], factor: 1 },
      { spelled: ['millivolt'], exact: ['mV'], factor: 0.001 },
      { spelled: ['kV'], factor: 1000 },
    ],
  },
  current: {
    unit: 'A',
    units: [
      { spelled: ['A', 'amp', 'amps'], factor: 1 },
      { spelled: ['milliamp'], exact: ['mA'], factor: 0.001 },
    ],
  },
  frequency: {
    unit: 'Hz',
    units: [
      { spelled: ['Hz', 'c/s'], factor: 1 },
      { spelled: ['kHz'], factor: 1000 },
    ],
  },
  speed: {
    unit: 'rpm',
    units: [{ spelled: ['rpm', '1/min', 'min-1', 'min^-1', 'min⁻¹', 'r/min', 'U/min'], factor: 1 }],
  },
  mass: {
    unit: 'kg',
    units: [
      { spelled: ['kg'], factor: 1 },
      { spelled: ['g'], factor: 0.001 },
      { spelled: ['t'], factor: 1000 },
      { spelled: ['lb', 'lbs'], factor: POUND },
      { spelled: ['oz'], factor: POUND / 16 },
    ],
  },
  resistance: {
    unit: 'Ω',
    units: [
      { spelled: ['Ω', 'ohm', 'ohms'], factor: 1 },
      { spelled: ['milliohm'], exact: ['mΩ', 'mohm', 'mOhm'], factor: 0.001 },
      { spelled: ['µΩ', 'μΩ', 'uohm', 'microohm'], factor: 1e-6 },
      { spelled: ['kΩ', 'kohm'], factor: 1000 },
      { spelled: ['megohm', 'megaohm'], exact: ['MΩ', 'Mohm', 'MOhm'], factor: 1e6 },
    ],
  },
  capacitance: {
    unit: 'µF',
    units: [
      { spelled: [], exact: ['µF', 'uF', 'μF', 'MFD', 'mfd', 'MF'], factor: 1 },
      { spelled: [], exact: ['nF'], factor: 0.001 },
      { spelled: [], exact: ['mF'], factor: 1000 },
    ],
  },
  'insulation-resistance': {
    unit: 'MΩ',
    units: [
      { spelled: ['megohm', 'megaohm', 'meg'], exact: ['MΩ', 'Mohm', 'MOhm', 'M'], factor: 1 },
      { spelled: ['GΩ', 'gohm', 'gigaohm', 'G'], factor: 1000 },
      { spelled: ['TΩ', 'tohm', 'T'], factor: 1e6 },
      { spelled: ['kΩ', 'kohm', 'k'], factor: 0.001 },
      { spelled: ['Ω', 'ohm', 'ohms'], factor: 1e-6 },
      { spelled: ['milliohm'], exact: ['mΩ', 'mohm', 'mOhm'], factor: 1e-9 },
    ],
  },
  unbalance: {
    unit: 'g·mm',
    units: [
      { spelled: ['g·mm', 'gmm', 'g*mm'], factor: 1 },
      { spelled: ['g·cm', 'gcm'], factor: 10 },
      { spelled: ['g·in', 'gin'], factor: INCH },
      { spelled: ['oz·in', 'ozin', 'oz*in'], factor: (POUND / 16) * 1000 * INCH },
    ],
  },
  duration: {
    unit: 'min',
    units: [
      { spelled: ['min', 'minutes'], factor: 1 },
      { spelled: ['h', 'hr', 'hours'], factor: 60 },
      { spelled: ['s', 'sec'], factor: 1 / 60 },
    ],
  },
  'specific-loss': {
    unit: 'W/kg',
    units: [
      { spelled: ['W/kg'], factor: 1 },
      { spelled: ['W/lb'], factor: 1 / POUND },
    ],
  },
  'flux-density': {
    unit: 'T',
    units: [
      { spelled: ['T', 'tesla'], factor: 1 },
      { spelled: ['mT'], factor: 0.001 },
      { spelled: ['kG', 'kgauss'], factor: 0.1 },
      { spelled: ['kl/in²', 'kl/in2'], factor: 1e-5 / (INCH / 1000) ** 2 },
    ],
  },
  'current-density': {
    unit: 'A/mm²',
    units: [
      { spelled: ['A/mm²', 'A/mm2'], factor: 1 },
      { spelled: ['A/in²', 'A/in2'], factor: 1 / INCH ** 2 },
    ],
  },
  pressure: {
    unit: 'bar',
    units: [
      { spelled: ['bar'], factor: 1 },
      { spelled: [], exact: ['mbar'], factor: 0.001 },
      { spelled: ['psi'], factor: 0.0689475729 },
      { spelled: [], exact: ['kPa'], factor: 0.01 },
      { spelled: [], exact: ['MPa'], factor: 10 },
      { spelled: [], exact: ['Pa'], factor: 1e-5 },
    ],
  },
  torque: {
    unit: 'N·m',
    units: [
      { spelled: ['N·m', 'Nm', 'N*m'], factor: 1 },
      { spelled: [], exact: ['mN·m', 'mNm'], factor: 0.001 },
      {
        spelled: ['lbf·ft', 'lbfft', 'lb·ft', 'lbft', 'ft·lbf', 'ftlbf', 'ft·lb', 'ftlb'],
        factor: POUND_FORCE * FOOT,
      },
      { spelled: ['lbf·in', 'lbfin', 'lb·in', 'lbin'], factor: (POUND_FORCE * INCH) / 1000 },
      { spelled: ['ozf·in', 'ozfin', 'oz·in', 'ozin'], factor: (POUND_FORCE * INCH) / 16000 },
      { spelled: ['kgf·m', 'kgfm', 'kp·m', 'kpm'], factor: GRAVITY },
    ],
  },
  force: {
    unit: 'N',
    units: [
      { spelled: ['N'], factor: 1 },
      { spelled: ['kN'], factor: 1000 },
      { spelled: ['lbf'], factor: POUND_FORCE },
      { spelled: ['kgf', 'kp'], factor: GRAVITY },
    ],
  },
  'back-emf': { unit: 'V/krpm', units: [{ spelled: ['V/krpm', 'V/1000rpm'], factor: 1 }] },
  inertia: {
    unit: 'kg·m²',
    units: [
      { spelled: ['kg·m²', 'kg·m2', 'kgm²', 'kgm2', 'kg*m2'], factor: 1 },
      { spelled: ['lb·ft²', 'lb·ft2', 'lbft²', 'lbft2'], factor: POUND * FOOT ** 2 },
      // Mass times the square of the diameter: four times the inertia, whatever the letters on the plate.
      { spelled: ['GD²', 'GD2', 'kg·m² GD²', 'kgm2gd2'], factor: 0.25 },
    ],
  },
  'field-strength': {
    unit: 'A/m',
    units: [
      { spelled: ['A/m'], factor: 1 },
      { spelled: ['A/cm'], factor: 100 },
      { spelled: ['kA/m'], factor: 1000 },
      { spelled: ['A/in', 'At/in'], factor: 1000 / INCH },
      { spelled: ['Oe', 'oersted'], factor: 1000 / (4 * Math.PI) },
    ],
  },
  percent: { unit: '%', units: [{ spelled: ['%', 'percent'], factor: 1 }] },
  ratio: { unit: '', units: [] },
  count: { unit: '', units: [] },
};
