export * from './enough.ts';
export * from './logistic.ts';
export * from './why.ts';
export * from './settingKinds.ts';
export * from './settings.ts';
export * from './tryNext.ts';
export * from './told.ts';
export * from './says.ts';
