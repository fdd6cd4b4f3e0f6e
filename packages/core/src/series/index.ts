export * from './control-chart.ts';
export * from './trend.ts';
