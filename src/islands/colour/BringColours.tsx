import { useState } from 'react';
import type { Ingredient, Mix } from '@/core/material/index.ts';
import { spoon } from '@/core/plan/spoon.ts';
import type { ShopUnits } from '@/core/quantity/index.ts';
import { say } from '@/core/quantity/index.ts';
import { call } from '@/ui/api.ts';

type Choice = 'keep' | 'take' | 'both';
interface Item {
  list: 'materials' | 'mixes' | 'colourways';
  name: string;
  state: 'new' | 'same' | 'differs';
  theirs: unknown;
  ours: unknown;
}
const ONE = { materials: 'material', mixes: 'mix', colourways: 'colourway' } as const;
const STATE = {
  new: 'new here',
  same: 'here already, just so',
  differs: 'another of that name is here',
} as const;
const WAYS: [Choice, string][] = [
  ['keep', 'Keep ours'],
  ['take', 'Take theirs'],
  ['both', 'Keep both'],
];

/** One side of a conflict, as a maker reads it: a ladder, or the lines that differ. */
function Side({
  title,
  of,
  other,
  list,
  units,
}: {
  title: string;
  of: unknown;
  other: unknown;
  list: Item['list'];
  units: ShopUnits;
}) {
  const amount = (i: Ingredient) =>
    i.dimension === 'drops'
      ? `${i.amount} dr`
      : i.dimension === 'volume'
        ? spoon(i.amount, units)
        : say(i.amount, 'mass', units);
  const lines = (x: unknown): [string, string][] =>
    list === 'mixes'
      ? (x as Mix).ladder.map((i) => [i.what, amount(i)])
      : Object.entries(x as object).map(([k, v]) => [
          k,
          typeof v === 'object' ? JSON.stringify(v) : String(v),
        ]);
  const theirs = new Map(lines(other));
  return (
    <div className="min-w-0">
      <p className="text-sm text-soft">{title}</p>
      <ol>
        {lines(of)
          .filter(([k, v]) => list === 'mixes' || theirs.get(k) !== v)
          .map(([k, v]) => (
            <li key={k} className="flex justify-between gap-2 border-b border-rule py-1 text-sm">
              <span>
                {theirs.get(k) !== v && '◇ '}
                {k}
              </span>
              <b className="figure min-w-0 truncate">{v}</b>
            </li>
          ))}
      </ol>
    </div>
  );
}

/** Colours from a file: what it would bring is shown first, and what differs side by side; only then is anything changed. */
export default function BringColours({ units }: { units: ShopUnits }) {
  const [text, setText] = useState('');
  const [items, setItems] = useState<Item[] | null>(null);
  const [choices, setChoices] = useState<Record<string, Choice>>({});
  const [wrong, setWrong] = useState('');
  const [done, setDone] = useState('');
  const read = async (t: string) => {
    setText(t);
    setDone('');
    const reply = await call<{ items: Item[] }>('POST', '/api/colours/import', { text: t });
    setWrong(reply.ok ? '' : reply.message);
    setItems(reply.ok ? reply.value.items : null);
  };
  const bring = async () => {
    const reply = await call<{ added: number; changed: number; kept: number }>(
      'POST',
      '/api/colours/import',
      { text, choices },
    );
    if (!reply.ok) return setWrong(reply.message);
    setItems(null);
    setDone(
      `${reply.value.added} added, ${reply.value.changed} changed, ${reply.value.kept} left as they are.`,
    );
  };
  const fresh = items?.filter((i) => i.state === 'new').length ?? 0;
  const taking =
    items?.filter(
      (i) => i.state === 'differs' && (choices[`${i.list}/${i.name}`] ?? 'keep') !== 'keep',
    ).length ?? 0;
  return (
    <div className="max-w-4xl">
      <label className="field">
        <span>A file of colours</span>
        <input
          type="file"
          accept="application/json,.json"
          className="box py-2"
          onChange={async (e) => {
            const f = e.target.files?.[0];
            if (f) await read(await f.text());
          }}
        />
      </label>
      {wrong && (
        <p className="wrong mt-2" role="alert">
          {wrong}
        </p>
      )}
      {done && (
        <p className="mt-2 font-bold" role="status">
          {done} <a href="/colours">To the colours</a>
        </p>
      )}
      {items && (
        <>
          <p className="mt-3">
            {items.length === 0
              ? 'There is nothing in it.'
              : `${fresh} of ${items.length} are new here.`}
          </p>
          <ul>
            {items.map((i) => (
              <li
                key={`${i.list}/${i.name}`}
                className="border-b border-rule py-2"
                data-item={i.name}
                data-state={i.state}
              >
                <p>
                  <b>{i.name}</b>{' '}
                  <span className="text-soft">
                    {ONE[i.list]}, {STATE[i.state]}
                  </span>
                </p>
                {i.state === 'differs' && (
                  <>
                    <div className="mt-1 grid gap-6 sm:grid-cols-2">
                      <Side title="Ours" of={i.ours} other={i.theirs} list={i.list} units={units} />
                      <Side
                        title="Theirs"
                        of={i.theirs}
                        other={i.ours}
                        list={i.list}
                        units={units}
                      />
                    </div>
                    <p
                      className="mt-2 flex flex-wrap gap-2"
                      role="group"
                      aria-label={`What to do with ${i.name}`}
                    >
                      {WAYS.map(([c, name]) => {
                        const on = (choices[`${i.list}/${i.name}`] ?? 'keep') === c;
                        return (
                          <button
                            key={c}
                            type="button"
                            aria-pressed={on}
                            className={`act ${on ? 'act-main' : ''}`}
                            onClick={() => setChoices({ ...choices, [`${i.list}/${i.name}`]: c })}
                          >
                            {name}
                          </button>
                        );
                      })}
                    </p>
                  </>
                )}
              </li>
            ))}
          </ul>
          <button
            type="button"
            className="act act-main mt-4 min-h-14"
            disabled={fresh + taking === 0}
            onClick={() => void bring()}
          >
            {fresh + taking === 0 ? 'Nothing to bring in' : `Bring ${fresh + taking} in`}
          </button>
        </>
      )}
    </div>
  );
}
