import { useState } from 'react';
import type { Mix } from '@/core/material/index.ts';
import { sayIngredient } from '@/core/plan/spoon.ts';
import type { ShopUnits } from '@/core/quantity/index.ts';
import { call } from '@/ui/api.ts';
import { Wrong } from '@/ui/Wrong.tsx';

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
  const lines = (given: unknown): [string, string][] =>
    list === 'mixes'
      ? (given as Mix).ladder.map((ingredient) => [
          ingredient.what,
          sayIngredient(ingredient, units),
        ])
      : Object.entries(given as object).map(([key, value]) => [
          key,
          typeof value === 'object' ? JSON.stringify(value) : String(value),
        ]);
  const theirs = new Map(lines(other));
  return (
    <div className="min-w-0">
      <p className="text-sm text-soft">{title}</p>
      <ol>
        {lines(of)
          .filter(([key, line]) => list === 'mixes' || theirs.get(key) !== line)
          .map(([key, line]) => (
            <li key={key} className="flex justify-between gap-2 border-b border-rule py-1 text-sm">
              <span>
                {theirs.get(key) !== line && '◇ '}
                {key}
              </span>
              <b className="figure min-w-0 truncate">{line}</b>
            </li>
          ))}
      </ol>
    </div>
  );
}

/**
 * Colours from a file: what it would bring is shown first, and what differs side by side; only then
 * is anything changed.
 */
export default function ImportColours({ units }: { units: ShopUnits }) {
  const [text, setText] = useState('');
  const [items, setItems] = useState<Item[] | null>(null);
  const [choices, setChoices] = useState<Record<string, Choice>>({});
  const [wrong, setWrong] = useState('');
  const [done, setDone] = useState('');
  const read = async (text: string) => {
    setText(text);
    setDone('');
    const reply = await call<{ items: Item[] }>('POST', '/api/colours/import', { text });
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
  const fresh = items?.filter((item) => item.state === 'new').length ?? 0;
  const taking =
    items?.filter(
      (item) =>
        item.state === 'differs' && (choices[`${item.list}/${item.name}`] ?? 'keep') !== 'keep',
    ).length ?? 0;
  return (
    <div className="max-w-4xl">
      <label className="field">
        <span>A file of colours</span>
        <input
          type="file"
          accept="application/json,.json"
          className="box py-2"
          onChange={(change) => {
            const file = change.target.files?.[0];
            if (file) void file.text().then(read);
          }}
        />
      </label>
      <Wrong className="mt-2">{wrong}</Wrong>
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
            {items.map((item) => (
              <li
                key={`${item.list}/${item.name}`}
                className="border-b border-rule py-2"
                data-item={item.name}
                data-state={item.state}
              >
                <p>
                  <b>{item.name}</b>{' '}
                  <span className="text-soft">
                    {ONE[item.list]}, {STATE[item.state]}
                  </span>
                </p>
                {item.state === 'differs' && (
                  <>
                    <div className="mt-1 grid gap-6 sm:grid-cols-2">
                      <Side
                        title="Ours"
                        of={item.ours}
                        other={item.theirs}
                        list={item.list}
                        units={units}
                      />
                      <Side
                        title="Theirs"
                        of={item.theirs}
                        other={item.ours}
                        list={item.list}
                        units={units}
                      />
                    </div>
                    <p
                      className="mt-2 flex flex-wrap gap-2"
                      role="group"
                      aria-label={`What to do with ${item.name}`}
                    >
                      {WAYS.map(([choice, name]) => {
                        const on = (choices[`${item.list}/${item.name}`] ?? 'keep') === choice;
                        return (
                          <button
                            key={choice}
                            type="button"
                            aria-pressed={on}
                            className={`act ${on ? 'act-main' : ''}`}
                            onClick={() =>
                              setChoices({ ...choices, [`${item.list}/${item.name}`]: choice })
                            }
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
            {fresh + taking === 0 ? 'Nothing to import' : `Import ${fresh + taking}`}
          </button>
        </>
      )}
    </div>
  );
}
