import { useState } from 'react';
import { call } from '@/ui/api.ts';
import { Door, MOST, Typed } from './fields.tsx';

/** A name and a password; on to where one wanted to go. */
export default function SignIn({ to }: { to: string }) {
  const [name, setName] = useState('');
  const [secret, setSecret] = useState('');
  const [wrong, setWrong] = useState('');
  const go = async () => {
    const reply = await call('POST', '/api/sign-in', { name, secret });
    if (reply.ok) return location.assign(to);
    setWrong(reply.message);
  };
  return (
    <Door act="Sign in" ready={name.trim() !== '' && secret !== ''} {...{ wrong, go }}>
      <Typed
        label="Name"
        value={name}
        maxLength={MOST.name}
        autoComplete="username"
        onChange={setName}
      />
      <Typed
        label="Password"
        type="password"
        value={secret}
        maxLength={MOST.secret}
        autoComplete="current-password"
        onChange={setSecret}
      />
    </Door>
  );
}
