import type { Send } from './step.ts';
import type { SessionState } from './state.ts';

/**
 * What an act is, apart from who pressed the key: two benches that both record the third filling of
 * one mould mean the same filling. Null for acts that may really happen twice. What was taken back
 * may be done again, so the count of undos is part of it.
 */
export function identityOf(state: SessionState, send: Send): string | null {
  const mould = (key: string) => `${key}:${state.moulds.get(key)?.cycles ?? 0}`;
  const again = state.undone;
  switch (send.kind) {
    case 'opened':
    case 'finished':
      return `${send.kind}:${again}`;
    case 'brokenOff':
    case 'resumed':
      return `${send.kind}:${state.breaks}:${again}`;
    case 'charged':
      return `charged:${send.payload.cup}:${state.cups.get(send.payload.cup)?.charges ?? 0}:${again}`;
    case 'woken':
    case 'coloured':
      return `${send.kind}:${send.payload.cup}:${state.cups.get(send.payload.cup)?.charges ?? 0}:${again}`;
    case 'added':
      return send.payload.from === 'recipe'
        ? `added:${send.payload.cup}:${state.cups.get(send.payload.cup)?.charges ?? 0}:` +
            `${send.payload.what}${send.payload.nth ? `#${send.payload.nth}` : ''}:${again}`
        : null;
    case 'drawn':
      return `drawn:${send.payload.draw}:${again}`;
    case 'shot':
      return `shot:${mould(send.payload.mould)}:${send.payload.draw}:${send.payload.cavities?.[0] ?? 0}:${again}`;
    case 'held':
    case 'mouldOpened':
      return `${send.kind}:${mould(send.payload.mould)}:${again}`;
    case 'toppedOff':
      return send.payload.look === 1 ? `toppedOff:${mould(send.payload.mould)}:${again}` : null;
    case 'loaded':
      return `loaded:${mould(send.payload.mould)}:${send.payload.cavities.join('+')}:${send.payload.gap}:${again}`;
    case 'poured':
      return send.payload.again
        ? null
        : `poured:${mould(send.payload.mould)}:${send.payload.layer}:${again}`;
    case 'stopped':
      return `stopped:${mould(send.payload.mould)}:${again}`;
    case 'emptied':
      return `emptied:${state.injectors.get(send.payload.injector)?.draw ?? ''}:${again}`;
    case 'marked':
    case 'returned':
    case 'racked':
    case 'kept':
    case 'tipped':
      return `${send.kind}:${send.payload.shot}:${again}`;
    default:
      return null;
  }
}
