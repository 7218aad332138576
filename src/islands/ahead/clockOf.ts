import { format } from 'date-fns';

/** 19:30 */
export const clockOf = (ms: number): string => format(ms, 'HH:mm');
