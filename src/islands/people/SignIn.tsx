import { useState } from 'react';
import { call } from '@/ui/api.ts';

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
    <form
      className="grid gap-4"
      onSubmit={(submit) => {
        submit.preventDefault();
        void go();
      }}
    >
      <label className="field">
        <span>Name</span>
        <input
          className="box"
          value={name}
          maxLength={60}
          autoComplete="username"
          onChange={(change) => setName(change.target.value)}
        />
      </label>
      <label className="field">
        <span>Password</span>
        <input
          className="box"
          type="password"
          value={secret}
          maxLength={200}
          autoComplete="current-password"
          onChange={(change) => setSecret(change.target.value)}
        />
      </label>
      {wrong && (
        <p className="wrong" role="alert">
          {wrong}
        </p>
      )}
      <button
        type="submit"
        className="act act-main justify-center"
        disabled={!name.trim() || !secret}
      >
        Sign in
      </button>
    </form>
  );
}
