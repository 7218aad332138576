import { useState } from 'react';
import type { ColumnMap } from '@/core/order/columns.ts';
import type { ReadRow } from '@/core/order/csv.ts';
import { COLUMNS } from '@/core/order/csv.ts';
import { call } from '@/ui/api.ts';
import { Verdict } from '@/ui/Verdict.tsx';
import { Wrong } from '@/ui/Wrong.tsx';
import { WhichColumn } from './WhichColumn.tsx';

/** A file as it was looked over. */
interface LookedOver {
  head: string[];
  columns: ColumnMap;
  rows: ReadRow[] | null;
}

/**
 * A file of orders: every row looked at before anything is taken; good rows are kept, bad ones say
 * why.
 */
export default function ImportOrders() {
  const [text, setText] = useState('');
  const [looked, setLooked] = useState<LookedOver | null>(null);
  const [wrong, setWrong] = useState('');
  const [taken, setTaken] = useState('');
  const look = async (content: string, columns?: ColumnMap) => {
    setText(content);
    setTaken('');
    const reply = await call<LookedOver>('POST', '/api/orders/file', {
      ...{ text: content, take: false, columns },
    });
    setWrong(reply.ok ? '' : reply.message);
    setLooked(reply.ok ? reply.value : null);
  };
  const take = async () => {
    const reply = await call<{ orders: number; rows: number; left: number }>(
      'POST',
      '/api/orders/file',
      { text, take: true, columns: looked?.columns },
    );
    if (!reply.ok) return setWrong(reply.message);
    setTaken(
      `Rows taken: ${reply.value.rows}, in orders: ` +
        `${reply.value.orders}${reply.value.left ? `; ${reply.value.left} left out` : ''}.`,
    );
    setLooked(null);
  };
  const rows = looked?.rows ?? null;
  const good = rows?.filter((row) => row.part).length ?? 0;
  return (
    <div>
      <p className="max-w-prose">
        A file of comma-separated rows with a head, from any shop. Which of its columns is which is
        said once. Rows with the same customer, line name, pack and day become one assorted line.
      </p>
      <div className="my-4 flex flex-wrap items-center gap-3">
        <label className="act act-main">
          Choose a file
          <input
            type="file"
            accept=".csv,text/csv"
            className="sr-only"
            onChange={(change) => {
              const file = change.target.files?.[0];
              if (file) void file.text().then(look);
            }}
          />
        </label>
        <a className="act" href="/api/orders/file" download>
          Export the book
        </a>
      </div>
      <label className="field max-w-3xl">
        <span>Or paste rows here</span>
        <textarea
          className="box font-mono text-sm"
          rows={5}
          value={text}
          onChange={(change) => setText(change.target.value)}
        />
      </label>
      <button
        type="button"
        className="act mt-2"
        disabled={!text.trim()}
        onClick={() => void look(text)}
      >
        Look it over
      </button>
      <Wrong className="mt-3">{wrong}</Wrong>
      {taken && (
        <p className="mt-4 font-bold" role="status">
          <Verdict verdict="good">
            {taken} <a href="/orders">To the book</a>
          </Verdict>
        </p>
      )}
      {looked && <WhichColumn {...looked} onSay={(columns) => void look(text, columns)} />}
      {rows && (
        <section className="mt-6">
          <h2>
            {good} of {rows.length} rows can be taken
          </h2>
          <div className="overflow-x-auto" tabIndex={0} role="region" aria-label="Rows of the file">
            <table className="mt-2 text-sm">
              <thead>
                <tr>
                  <th>Row</th>
                  {COLUMNS.map((column) => (
                    <th key={column}>{column}</th>
                  ))}
                  <th>Verdict</th>
                </tr>
              </thead>
              <tbody>
                {rows.slice(0, 500).map((row) => (
                  <tr key={row.row}>
                    <td className="num">{row.row}</td>
                    {COLUMNS.map((column) => (
                      <td key={column}>{row.typed[column]}</td>
                    ))}
                    <td>
                      {row.part ? (
                        <Verdict verdict="good">good</Verdict>
                      ) : (
                        <Verdict verdict="stop">{row.wrong.join('; ')}</Verdict>
                      )}
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
          {rows.length > 500 && <p className="hint">The first 500 rows are shown; all are read.</p>}
          <button
            type="button"
            className="act act-main mt-4"
            disabled={good === 0}
            onClick={() => void take()}
          >
            {good === 1 ? 'Import the good row' : `Import the ${good} good rows`}
          </button>
        </section>
      )}
    </div>
  );
}
