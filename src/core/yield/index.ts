export * from './pareto.ts';
export * from './pChart.ts';
export * from './share.ts';
export * from './spares.ts';
export * from './standsOut.ts';
export * from './wilson.ts';
