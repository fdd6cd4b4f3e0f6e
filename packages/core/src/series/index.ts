export * from './control-chart.ts';
