import { useState } from 'react';

/** What moved a heap, sent for when it is opened; where it did not come, when it is again. */
export function Moved({ query, says }: { query: string; says: string }) {
  const [told, setTold] = useState<string | null>(null);
  const [wrong, setWrong] = useState('');
  const tell = async () => {
    setWrong('');
    try {
      const reply = await fetch(`/rack/moves?${query}`);
      if (!reply.ok) throw new Error();
      setTold(await reply.text());
    } catch {
      setWrong('The shop did not answer: open it again in a while.');
    }
  };
  return (
    <details
      className="text-sm"
      onToggle={({ currentTarget }) => {
        if (currentTarget.open && told === null) void tell();
      }}
    >
      <summary className="min-h-6 cursor-pointer text-soft">{says}</summary>
      {told === null ? (
        <p>{wrong || 'Looking it up…'}</p>
      ) : (
        // A part of the shop's own page, with nothing of anybody's in it that is not escaped there.
        <div dangerouslySetInnerHTML={{ __html: told }} />
      )}
    </details>
  );
}
