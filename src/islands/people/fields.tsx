import type { InputHTMLAttributes, ReactNode } from 'react';

/** A line that is typed in: a name, a code, a password. */
export const Typed = ({
  label,
  onChange,
  className = '',
  ...input
}: Omit<InputHTMLAttributes<HTMLInputElement>, 'onChange'> & {
  label: string;
  onChange: (typed: string) => void;
}) => (
  <label className="field">
    <span>{label}</span>
    <input
      className={`box ${className}`}
      onChange={(change) => onChange(change.target.value)}
      {...input}
    />
  </label>
);
/** Longest name, and longest password, that is taken. */
export const MOST = { name: 60, secret: 200 } as const;

/** What was wrong with what was sent. */
export const Wrong = ({ says, className = '' }: { says: string; className?: string }) =>
  says && (
    <p className={`wrong ${className}`} role="alert">
      {says}
    </p>
  );

/** A page's one form: what is typed, what was wrong, and the one thing to press. */
export const Door = ({
  act,
  ready,
  wrong,
  go,
  children,
}: {
  act: string;
  ready: boolean;
  wrong: string;
  go: () => Promise<unknown>;
  children: ReactNode;
}) => (
  <form
    className="grid gap-4"
    onSubmit={(submit) => {
      submit.preventDefault();
      void go();
    }}
  >
    {children}
    <Wrong says={wrong} />
    <button type="submit" className="act act-main justify-center" disabled={!ready}>
      {act}
    </button>
  </form>
);
