export { DIMENSIONS, type Dimension } from './dimensions.ts';
export { readQuantity, type QuantityReading } from './read-quantity.ts';
export { diameterOfGaugeMm, gaugeDiameterMm, nearestGauge } from './wire-gauge.ts';
export { showNumber, showShort, showMinutes } from './show-number.ts';
export { convertQuantity, inUnit, type ConvertedQuantity } from './convert-quantity.ts';
