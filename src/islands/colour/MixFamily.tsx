import type { ReactNode } from 'react';
import type { Kin } from '../../core/material/kin.ts';

/** A mix's family: every branch under what it came off. */
export function Family({ kin, id }: { kin: Kin[]; id: number }) {
  const under = (parent: number | null): ReactNode => {
    const own = kin.filter((kin) => kin.parent_id === parent);
    return (
      own.length > 0 && (
        <ul className={parent === null ? '' : 'ml-5 border-l-[1.5px] border-ink pl-4'}>
          {own.map((kin) => (
            <li key={kin.id}>
              <span className="flex min-h-11 items-center gap-3">
                <svg viewBox="0 0 30 20" width="30" height="20" aria-hidden="true">
                  <path d="M0 0H30V20H0Z" fill={kin.colour} />
                </svg>
                {kin.id === id ? (
                  <b>{kin.name}</b>
                ) : (
                  <a href={`/colours/mixes/${kin.id}`}>{kin.name}</a>
                )}
                {kin.parent_n !== null && (
                  <span className="text-soft">off version {kin.parent_n}</span>
                )}
                {kin.picture !== null && (
                  <img
                    src={`/api/pictures/${kin.picture}`}
                    alt={`${kin.name}, its newest picture`}
                    className="h-11 border border-ink"
                  />
                )}
              </span>
              {under(kin.id)}
            </li>
          ))}
        </ul>
      )
    );
  };
  return (
    <section aria-label="Family" className="mt-6" data-family>
      <h2>Its family</h2>
      {under(null)}
    </section>
  );
}
