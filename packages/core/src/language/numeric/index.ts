export { fitLine, type FittedLine } from './line-fit.ts';
export { rootBetween } from './root.ts';
export { solveComplex } from './complex-system.ts';
export { c4, rangeMoments } from './normal-order.ts';
export { islandsOf, resistanceBetween, ResistorNetwork, type Edge } from './resistor-network.ts';
