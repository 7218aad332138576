import { useState, type ReactNode } from 'react';
import type { Runs } from '@/core/material/index.ts';
import { RUNS } from '@/core/material/index.ts';
import type { ShopUnits } from '@/core/quantity/index.ts';
import { parseQuantity, say, show } from '@/core/quantity/index.ts';
import type { EyeStage, Send, SessionState } from '@/core/session/index.ts';
import { EYE, plainReading } from '@/core/session/index.ts';
import { useKeydown } from '@/ui/useKeydown.ts';

export interface Target {
  kind: 'cup' | 'mould' | 'injector' | 'room';
  key: string;
  name: string;
}

/** Everything at this bench that has a heat. */
const targetsOf = (state: SessionState): Target[] => [
  ...[...state.cups.values()].map((cup): Target => ({
    kind: 'cup',
    key: cup.key,
    name: cup.letter,
  })),
  ...[...state.moulds.values()].map((mould): Target => ({
    kind: 'mould',
    key: mould.key,
    name: mould.mould.name,
  })),
  ...[...state.injectors.values()].map((injector): Target => ({
    kind: 'injector',
    key: injector.key,
    name: injector.injector.name,
  })),
  { kind: 'room', key: 'room', name: 'The shop itself' },
];

interface Props {
  state: SessionState;
  /** what is read, and what was typed of it before the pad stood */
  start: { kind: string; key: string; typed?: string };
  /** °C a cup is believed to be at */
  believed: (cup: string) => number | null;
  units: ShopUnits;
  /** @param plain nobody said that it was all: a hand may be on its way to do so */
  onSend: (send: Send, plain: boolean) => void;
  onClose: () => void;
  /** instruments that could stand in the target, drawn under it */
  instruments: (target: Target) => ReactNode;
}

/** A pad for gloves: a few digits and one big key. By eye, one touch. */
export function ReadingPad({ state, start, units, believed, onSend, onClose, instruments }: Props) {
  const targets = targetsOf(state);
  const [at, setAt] = useState(
    Math.max(
      0,
      targets.findIndex((target) => target.kind === start.kind && target.key === start.key),
    ),
  );
  const [typed, setTyped] = useState(start.typed ?? '');
  const target = targets[at]!;
  const readAs = (text: string) =>
    parseQuantity(text, { dimensions: ['temperature'], shop: units, min: -40, max: 400 });
  const parsed = readAs(typed);
  const send = (celsius: number | null, stage: EyeStage | null, plain = false) => {
    const from = stage ? 'eye' : 'typed';
    const payload = {
      target: { kind: target.kind, key: target.key },
      celsius,
      stage,
      from,
    } as const;
    onSend({ kind: 'reading', payload }, plain);
    onClose();
  };
  const done = () => parsed.ok && send(parsed.quantity.value, null);
  // Digits that are plain by what the cup is believed to be at need no key after them.
  const type = (next: string) => {
    setTyped(next);
    const held = target.kind === 'cup' ? believed(target.key) : null;
    const about = held === null ? null : Number(show(held, 'temperature', units).number);
    const plain = plainReading(next, about);
    const read = plain === null ? null : readAs(String(plain));
    if (read?.ok) send(read.quantity.value, null, true);
  };
  const press = (key: string) => {
    if (key === 'Backspace') setTyped((was) => was.slice(0, -1));
    else if (key === 'ArrowRight') setAt((at + 1) % targets.length);
    else if (key === 'ArrowLeft') setAt((at + targets.length - 1) % targets.length);
    else if (/^[0-9.,-]$/.test(key)) type(typed.length < 6 ? typed + key : typed);
    else return false;
    return true;
  };
  useKeydown((event) => {
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    const button = event.target instanceof HTMLButtonElement ? event.target : null;
    // The pedal is a space: it takes what was typed, but where a button of the pad has the focus.
    const takes =
      event.key === 'Enter'
        ? button?.dataset.pad !== 'eye'
        : event.key === ' ' && !button?.closest('[role="dialog"]');
    if (event.key === 'Escape') onClose();
    else if (takes) done();
    else if (!press(event.key)) return;
    event.preventDefault();
    event.stopImmediatePropagation();
  }, true);
  return (
    <div
      role="dialog"
      aria-label={`Reading of ${target.name}`}
      className="fixed inset-x-0 bottom-0 z-30 max-h-dvh overflow-y-auto border-t-2 border-ink bg-raised p-4 md:p-6"
    >
      <div className="mx-auto grid max-w-5xl gap-x-4 gap-y-3 md:grid-cols-[1fr_340px_220px] md:grid-rows-[auto_1fr]">
        <div>
          <p className="hint">Reading of</p>
          <div className="flex flex-wrap gap-2">
            {targets.map((target, i) => (
              <button
                key={`${target.kind}${target.key}`}
                type="button"
                className={`act md:min-h-16 ${i === at ? 'act-main' : ''}`}
                aria-pressed={i === at}
                onClick={() => setAt(i)}
              >
                {target.name}
              </button>
            ))}
          </div>
          <p className="figure mt-2 text-5xl leading-none md:mt-3 md:text-6xl" aria-live="polite">
            {typed || '–'}
            <span className="text-2xl">{show(0, 'temperature', units).unit}</span>
          </p>
          <p className={!parsed.ok && parsed.code !== 'empty' ? 'wrong' : 'hint'}>
            {parsed.ok
              ? 'Enter takes it.'
              : parsed.code === 'empty'
                ? 'Digits, then the big key.'
                : parsed.message}
          </p>
        </div>
        <div className="max-md:order-last">{instruments(target)}</div>
        <div className="grid grid-cols-3 gap-2 md:col-start-2 md:row-span-2 md:row-start-1">
          {['1', '2', '3', '4', '5', '6', '7', '8', '9', 'Clear', '0', '←'].map((key) => (
            <button
              key={key}
              type="button"
              className="act figure min-h-14 justify-center text-2xl md:min-h-16"
              aria-label={key === '←' ? 'Take back a digit' : key}
              onClick={() =>
                key === 'Clear' ? setTyped('') : press(key === '←' ? 'Backspace' : key)
              }
            >
              {key}
            </button>
          ))}
        </div>
        <div className="flex flex-col gap-2 md:col-start-3 md:row-span-2 md:row-start-1">
          <button
            type="button"
            className="act act-main min-h-16 flex-1 justify-center text-xl"
            disabled={!parsed.ok}
            onClick={done}
          >
            {parsed.ok
              ? `${target.name} is ${say(parsed.quantity.value, 'temperature', units)}`
              : 'Take it'}
          </button>
          {target.kind === 'cup' && (
            <div className="grid grid-cols-2 gap-2" role="group" aria-label="By eye">
              {(Object.keys(EYE) as EyeStage[]).map((text) => (
                <button
                  key={text}
                  type="button"
                  data-pad="eye"
                  className="act justify-center"
                  onClick={() => send(null, text)}
                  title={`${say(EYE[text].low, 'temperature', units)} to ${say(EYE[text].high, 'temperature', units)}`}
                >
                  {EYE[text].name}
                </button>
              ))}
            </div>
          )}
          {target.kind === 'cup' && state.cups.size > 1 && (
            <div
              className="grid grid-cols-3 gap-2"
              role="group"
              aria-label={`On the blade ${target.name} runs`}
            >
              <p className="hint col-span-3 leading-tight">
                Beside the others on the blade {target.name} runs
              </p>
              {(Object.keys(RUNS) as Runs[]).map((run) => (
                <button
                  key={run}
                  type="button"
                  data-pad="eye"
                  aria-pressed={state.cups.get(target.key)?.runs === run}
                  className={`act justify-center ${state.cups.get(target.key)?.runs === run ? 'act-main' : ''}`}
                  onClick={() => {
                    onSend({ kind: 'bladed', payload: { cup: target.key, runs: run } }, false);
                    onClose();
                  }}
                >
                  {run}
                </button>
              ))}
            </div>
          )}
          <button type="button" className="act justify-center" onClick={onClose}>
            No reading <kbd className="hint">Esc</kbd>
          </button>
        </div>
      </div>
    </div>
  );
}
