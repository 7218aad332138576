import type { LaneKind } from './lanes.ts';

/** Whose hands an act wants: those that shoot, those that pull and lay inserts, or anybody's. */
export type Hands = 'shoots' | 'pulls' | 'any';
/** What a part of an evening is called, in the order of work. */
export const PHASES = {
  prepare: { what: 'Wake, measure, colour', lane: 'hands' },
  cook: { what: 'Cook', lane: 'oven' },
  metal: { what: 'Warm the metal', lane: 'plate' },
  match: { what: 'Bring cups together', lane: 'oven' },
  shoot: { what: 'Shoot, open, look, rack', lane: 'hands' },
  between: { what: 'Inserts in and by, injectors cleaned', lane: 'hands' },
  cool: { what: 'Wait for moulds', lane: 'mould' },
} as const satisfies Record<string, { what: string; lane: LaneKind }>;
export type PhaseKey = keyof typeof PHASES;

/** Everything that is done or goes on in an evening. */
export const ACTS = {
  woken: { phase: 'prepare', says: 'wake', by: 'any' },
  charged: { phase: 'prepare', says: 'charge', by: 'any' },
  coloured: { phase: 'prepare', says: 'colour', by: 'any' },
  degassed: { phase: 'prepare', says: 'degas', by: 'any' },
  cooking: { phase: 'cook', says: 'cook', by: null },
  cookLook: { phase: 'cook', says: 'stir, read', by: 'shoots' },
  warmed: { phase: 'metal', says: 'on the plate', by: 'pulls' },
  warming: { phase: 'metal', says: 'warm', by: null },
  rested: { phase: 'cool', says: 'rest', by: null },
  inserted: { phase: 'between', says: 'lay inserts', by: 'pulls' },
  closed: { phase: 'shoot', says: 'close', by: 'shoots' },
  topChecked: { phase: 'shoot', says: 'TOP', by: 'shoots' },
  matching: { phase: 'match', says: 'a burst', by: null },
  matchLook: { phase: 'match', says: 'stir, read', by: 'shoots' },
  drawn: { phase: 'shoot', says: 'draw', by: 'shoots' },
  shot: { phase: 'shoot', says: 'shoot', by: 'shoots' },
  holding: { phase: 'shoot', says: 'hold', by: 'shoots' },
  held: { phase: 'shoot', says: 'let go', by: 'shoots' },
  toppedOff: { phase: 'shoot', says: 'top off', by: 'shoots' },
  plugSets: { phase: 'cool', says: 'plug sets', by: null },
  emptied: { phase: 'shoot', says: 'empty', by: 'shoots' },
  cooling: { phase: 'cool', says: 'cool', by: null },
  mouldOpened: { phase: 'shoot', says: 'open', by: 'pulls' },
  marked: { phase: 'shoot', says: 'look', by: 'pulls' },
  returned: { phase: 'shoot', says: 'sprue', by: 'pulls' },
  racked: { phase: 'shoot', says: 'rack', by: 'pulls' },
  kept: { phase: 'between', says: 'lay by', by: 'pulls' },
  cleaned: { phase: 'between', says: 'clean', by: 'pulls' },
} as const satisfies Record<string, { phase: PhaseKey; says: string; by: Hands | null }>;
export type ActKey = keyof typeof ACTS;
