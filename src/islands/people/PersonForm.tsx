import { useState } from 'react';
import type { Role } from '@/core/people.ts';
import { ROLES } from '@/core/people.ts';
import { call } from '@/ui/api.ts';
import { MOST, Typed, Wrong } from './fields.tsx';

export interface Person {
  id: number;
  name: string;
  role: string;
  signs: boolean;
  pin: boolean;
}
export const roleWords = (role: Role): string => `${ROLES[role].name}: ${ROLES[role].may}`;

/** One person: name, what they may, a password to sign in by, a PIN for the bench. */
export function PersonForm({
  person,
  done,
  cancel,
}: {
  person?: Person;
  done: () => void;
  cancel: () => void;
}) {
  const [name, setName] = useState(person?.name ?? '');
  const [role, setRole] = useState(person?.role ?? 'maker');
  const [secret, setSecret] = useState('');
  const [pin, setPin] = useState('');
  const [noPin, setNoPin] = useState(false);
  const [wrong, setWrong] = useState('');
  const keep = async () => {
    const body = {
      name,
      role,
      ...(secret && { secret }),
      ...(noPin ? { pin: null } : pin ? { pin } : {}),
    };
    const reply = await call(
      person ? 'PUT' : 'POST',
      person ? `/api/people/${person.id}` : '/api/people',
      body,
    );
    if (reply.ok) done();
    else setWrong(reply.message);
  };
  return (
    <form
      aria-label={person ? `Change ${person.name}` : 'A new person'}
      className="mt-4 grid max-w-3xl gap-4 border-t-[1.5px] border-ink pt-3 sm:grid-cols-2"
      onSubmit={(submit) => {
        submit.preventDefault();
        void keep();
      }}
    >
      <Typed
        label="Name"
        value={name}
        maxLength={MOST.name}
        autoComplete="off"
        onChange={setName}
      />
      <label className="field">
        <span>May</span>
        <select className="box" value={role} onChange={(change) => setRole(change.target.value)}>
          {(Object.keys(ROLES) as Role[]).map((role) => (
            <option key={role} value={role}>
              {roleWords(role)}
            </option>
          ))}
        </select>
      </label>
      <Typed
        label={person?.signs ? 'A new password' : 'Password, at least 10 letters'}
        type="password"
        value={secret}
        maxLength={MOST.secret}
        autoComplete="new-password"
        onChange={setSecret}
      />
      <Typed
        label={person?.pin ? 'A new PIN for the bench' : 'PIN for the bench, if one is wanted'}
        type="password"
        inputMode="numeric"
        value={pin}
        maxLength={8}
        autoComplete="off"
        disabled={noPin}
        onChange={setPin}
      />
      {person?.pin && (
        <label className="flex min-h-11 items-center gap-3 sm:col-span-2">
          <input
            type="checkbox"
            className="size-5"
            checked={noPin}
            onChange={(change) => setNoPin(change.target.checked)}
          />
          Take the PIN away
        </label>
      )}
      <Wrong says={wrong} className="sm:col-span-2" />
      <p className="flex gap-3">
        <button type="submit" className="act act-main" disabled={!name.trim()}>
          Save
        </button>
        <button type="button" className="act" onClick={cancel}>
          Cancel
        </button>
      </p>
    </form>
  );
}
