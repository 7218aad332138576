export * from './calendar.ts';
export * from './layOut.ts';
export * from './piece.ts';
export * from './takes.ts';
export * from './tape.ts';
export * from './ready.ts';
