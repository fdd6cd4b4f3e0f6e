export * from './test-kinds.ts';
export { insulationFactorTo40, leastInsulationMOhm, insulationTestVoltage } from './insulation-resistance.ts';
export { branchResistances } from './winding-resistance.ts';
