import { useState } from 'react';
import type { Role } from '@/core/people.ts';
import { call } from '@/ui/api.ts';
import { Wrong } from '@/ui/Wrong.tsx';
import type { Person } from './PersonForm.tsx';
import { PersonForm, roleWords } from './PersonForm.tsx';
import type { Tablet } from './Tablets.tsx';
import { Tablets } from './Tablets.tsx';

/** Who works here and what each may, and the tablets at the benches. */
export default function People({
  people: start,
  tablets,
}: {
  people: Person[];
  tablets: Tablet[];
}) {
  const [people, setPeople] = useState(start);
  const [open, setOpen] = useState<number | 'new' | null>(start.length === 0 ? 'new' : null);
  const [wrong, setWrong] = useState('');
  const again = async () => {
    const reply = await call<Person[]>('GET', '/api/people');
    if (reply.ok) setPeople(reply.value);
    setOpen(null);
  };
  const drop = async (id: number) => {
    const reply = await call('DELETE', `/api/people/${id}`);
    setWrong(reply.ok ? '' : reply.message);
    if (reply.ok) await again();
  };
  return (
    <>
      {people.length > 0 && (
        <div
          className="relative overflow-x-auto"
          tabIndex={0}
          role="region"
          aria-label="People of the shop"
        >
          <table className="max-w-4xl">
            <thead>
              <tr>
                <th>Name</th>
                <th>May</th>
                <th>Signs in</th>
                <th>PIN at the bench</th>
                <th>
                  <span className="sr-only">Change</span>
                </th>
              </tr>
            </thead>
            <tbody>
              {people.map((person) => (
                <tr key={person.id}>
                  <td>
                    <b>{person.name}</b>
                  </td>
                  <td>{roleWords(person.role as Role)}</td>
                  <td>{person.signs ? 'by password' : 'not yet'}</td>
                  <td>{person.pin ? 'yes' : 'none'}</td>
                  <td className="text-right whitespace-nowrap">
                    <button type="button" className="act" onClick={() => setOpen(person.id)}>
                      Change
                    </button>{' '}
                    <button type="button" className="act" onClick={() => void drop(person.id)}>
                      Take out
                    </button>
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
      <Wrong className="mt-2">{wrong}</Wrong>
      {open === null ? (
        <button type="button" className="act act-main mt-4" onClick={() => setOpen('new')}>
          Add a person
        </button>
      ) : (
        <PersonForm
          key={open}
          person={people.find((person) => person.id === open)}
          done={() => void again()}
          cancel={() => setOpen(null)}
        />
      )}
      <Tablets tablets={tablets} />
    </>
  );
}
