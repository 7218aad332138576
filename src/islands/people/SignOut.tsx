import { dropPages } from '@/offline/register.ts';
import { call } from '@/ui/api.ts';

/** Ends this sign-in, or all of the same person's. */
export default function SignOut({ name }: { name: string }) {
  const out = async (everywhere: boolean) => {
    const reply = await call('POST', '/api/sign-out', { everywhere });
    if (!reply.ok) return;
    await dropPages().catch(() => {});
    location.assign('/sign-in');
  };
  return (
    <details className="relative">
      <summary className="inline-flex min-h-11 cursor-pointer items-center">{name}</summary>
      <div className="absolute right-0 z-30 grid min-w-64 gap-2 border-[1.5px] border-ink bg-ground p-3">
        <button type="button" className="act justify-center" onClick={() => void out(false)}>
          Sign out
        </button>
        <button type="button" className="act justify-center" onClick={() => void out(true)}>
          Sign out everywhere
        </button>
      </div>
    </details>
  );
}
