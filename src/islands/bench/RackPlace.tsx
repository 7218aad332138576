import type { SessionState } from '@/core/session/index.ts';
import { Place } from './Place.tsx';
import { Faults, Rack } from './Rack.tsx';

/** Where baits and inserts cure, tray by tray. */
export const RackPlace = ({ state, tall }: { state: SessionState; tall: boolean }) => (
  <Place
    tall={tall}
    at="rack"
    title="Rack"
    sub={`cures ${state.snapshot.bench.cure} h`}
    body={
      <div className="min-h-0 overflow-y-auto" tabIndex={0} role="region" aria-label="Trays">
        <Rack state={state} />
      </div>
    }
    foot={<Faults state={state} />}
  />
);
