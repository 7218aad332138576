import { useState } from 'react';
import type { Estimate } from '@/core/heat/index.ts';
import { labelOf, sayKnown } from '@/core/heat/index.ts';
import type { ShopUnits } from '@/core/quantity/index.ts';
import { call } from '@/ui/api.ts';
import { Wrong } from '@/ui/Wrong.tsx';

export interface LearnedRow {
  key: string;
  /** name of the oven, mould, cup or probe it is of */
  of: string | null;
  usual: Estimate;
  posterior: Estimate;
  evenings: number;
  all_readings: number;
  all_left: number;
  locked: boolean;
  past: {
    session_id: number;
    session: string;
    at: string;
    prior: Estimate;
    posterior: Estimate;
    readings: number;
    left_out: number;
  }[];
}

/** What told of a thing, where it was no reading. */
const TOLD: Record<string, string> = {
  hand: 'acts',
  joint: 'shots',
  bleed: 'shots',
  probe: 'plunges',
};

/**
 * The usual value, each evening's, and what is believed now, on one line: dots with their ranges.
 */
function Track({ row, units }: { row: LearnedRow; units: ShopUnits }) {
  const all = [
    { k: row.usual, what: 'usual', session: 0 },
    ...[...row.past]
      .reverse()
      .map((other) => ({ k: other.posterior, what: other.session, session: other.session_id })),
  ];
  const said = all.map((other) => ({ ...other, ...sayKnown(row.key, other.k, units) }));
  const low = Math.min(...said.map((range) => range.low));
  const high = Math.max(...said.map((range) => range.high));
  const y = (value: number) => 84 - ((value - low) / (high - low || 1)) * 72;
  const gap = 300 / Math.max(1, said.length);
  const now = sayKnown(row.key, row.posterior, units);
  return (
    <svg
      viewBox="0 0 340 96"
      className="block w-full max-w-96"
      role="img"
      aria-label={`From the usual ${said[0]!.text} to ${now.text}`}
    >
      <path d="M24 88H336" stroke="var(--rule)" />
      <path d={`M24 ${y(now.middle)}H336`} stroke="var(--rule)" strokeDasharray="4 4" />
      {said.map((range, i) => (
        <g key={i}>
          <path
            d={`M${36 + i * gap} ${y(range.low)}V${y(range.high)}`}
            stroke="var(--ink)"
            strokeWidth={i === 0 ? 1.5 : 3}
            strokeDasharray={i === 0 ? '3 3' : undefined}
          />
          <rect
            x={36 + i * gap - 4}
            y={y(range.middle) - 4}
            width="8"
            height="8"
            fill={i === 0 ? 'var(--ground)' : 'var(--ink)'}
            stroke="var(--ink)"
            strokeWidth="1.5"
          >
            <title>{`${range.what}: ${range.text}`}</title>
          </rect>
        </g>
      ))}
      <text x="22" y={y(high) + 10} textAnchor="end" fontSize="11" fill="var(--soft)">
        {high.toFixed(labelOf(row.key).places)}
      </text>
      <text x="22" y="84" textAnchor="end" fontSize="11" fill="var(--soft)">
        {low.toFixed(labelOf(row.key).places)}
      </text>
    </svg>
  );
}

/**
 * What the shop has learned: each thing with its usual value, the evenings that taught it, and how
 * sure it is now.
 */
/** What is said of a thing that is no longer there. */
const GONE = { cup: 'A cup', mould: 'A mould', probe: 'A probe' } as const;

export default function Learned({ rows: start, units }: { rows: LearnedRow[]; units: ShopUnits }) {
  const [rows, setRows] = useState(start);
  const [wrong, setWrong] = useState('');
  const change = async (key: string, act: 'lock' | 'unlock' | 'reset') => {
    const reply = await call('POST', '/api/learned', { key, act });
    if (!reply.ok) return setWrong(reply.message);
    setWrong('');
    setRows((all) =>
      act === 'reset'
        ? all.filter((learnedRow) => learnedRow.key !== key)
        : all.map((learnedRow) =>
            learnedRow.key === key ? { ...learnedRow, locked: act === 'lock' } : learnedRow,
          ),
    );
  };
  const groups = new Map<string, LearnedRow[]>();
  for (const row of rows) {
    const [kind, , level, cups] = row.key.split('/');
    const group =
      kind === 'oven'
        ? `${row.of ?? 'An oven since taken out'}, ${level} % power, ${cups === '1' ? 'one cup' : `${cups} cups`}`
        : kind === 'cup' || kind === 'mould' || kind === 'probe'
          ? (row.of ?? `${GONE[kind]} since taken out`)
          : kind === 'hand'
            ? 'Hands'
            : 'The shop';
    groups.set(group, [...(groups.get(group) ?? []), row]);
  }
  if (rows.length === 0)
    return (
      <p className="text-soft">
        Nothing yet. Shoot a session with a thermometer, and note the bursts: what they tell of
        ovens, cups and air stands here when the session is finished.
      </p>
    );
  return (
    <>
      <Wrong>{wrong}</Wrong>
      {[...groups].map(([name, list]) => (
        <section key={name} className="border-t-[1.5px] border-ink py-3" aria-label={name}>
          <h2>{name}</h2>
          <ul className="grid gap-x-10 gap-y-4 lg:grid-cols-2">
            {list.map((learnedRow) => {
              const says = labelOf(learnedRow.key);
              const now = sayKnown(learnedRow.key, learnedRow.posterior, units);
              return (
                <li key={learnedRow.key} data-learned={learnedRow.key}>
                  <p>
                    <b>{says.name}</b> <span className="text-soft">{says.what}</span>
                  </p>
                  <p>
                    <span className="figure text-3xl">{now.middle.toFixed(says.places)}</span>{' '}
                    {now.unit}{' '}
                    <span className="text-soft">
                      eight in ten: {now.low.toFixed(says.places)} to{' '}
                      {now.high.toFixed(says.places)}
                    </span>
                  </p>
                  <Track row={learnedRow} units={units} />
                  <p className="hint">
                    Usual: {sayKnown(learnedRow.key, learnedRow.usual, units).text}.{' '}
                    {learnedRow.all_readings} {TOLD[learnedRow.key.split('/')[0]!] ?? 'readings'} on{' '}
                    {learnedRow.evenings} {learnedRow.evenings === 1 ? 'session' : 'sessions'}
                    {learnedRow.all_left
                      ? `, ${learnedRow.all_left} left out as not fitting`
                      : ', none left out'}
                    .
                  </p>
                  {!says.told && (
                    <p className="mt-1 flex gap-2">
                      <button
                        type="button"
                        className="act"
                        aria-pressed={learnedRow.locked}
                        onClick={() =>
                          void change(learnedRow.key, learnedRow.locked ? 'unlock' : 'lock')
                        }
                      >
                        {learnedRow.locked ? 'Locked: let it learn' : 'Lock it so'}
                      </button>
                      <button
                        type="button"
                        className="act"
                        onClick={() => void change(learnedRow.key, 'reset')}
                      >
                        Forget it
                      </button>
                    </p>
                  )}
                </li>
              );
            })}
          </ul>
        </section>
      ))}
    </>
  );
}
