import { v4, v5 } from 'uuid';

const ACTS = '2f5a7c1e-88b4-4f0d-9d35-0b6a3c9d1e42';
interface Act {
  id: string;
  [key: string]: unknown;
}

/** A bench that records whether or not the shop answers, and sends until it does. */
export class Tablet {
  readonly waiting: Act[] = [];
  /** ids the shop said it has */
  readonly acknowledged = new Set<string>();
  readonly refused: string[] = [];
  /** cut off from the shop until then, ms */
  offlineUntil = 0;
  constructor(
    private readonly name: string,
    private readonly session: number,
    private readonly chance: () => number,
    /** of its first act: what is shared is known by it */ private count = 0,
  ) {}

  /**
   * One act more; every fifth is a step that every bench may press, and that is one act whoever
   * does.
   */
  record(): void {
    const same = this.count % 5 === 4;
    const id = same ? v5(`${this.session}/shared/${this.count}`, ACTS) : v4();
    const payload = {
      target: { kind: 'cup', key: '1' },
      celsius: 150 + Math.floor(this.chance() * 20),
      stage: null,
      from: 'typed',
    };
    this.count += 1;
    this.waiting.push({
      id,
      session: this.session,
      at: Date.now(),
      by: this.name,
      v: 1,
      kind: 'reading',
      payload,
    });
  }

  /**
   * Sends what waits, at most so many at a time, to a process. Answers whether the shop answered.
   */
  async flush(url: string, atOnce = 50): Promise<boolean> {
    if (this.waiting.length === 0 || Date.now() < this.offlineUntil) return true;
    const batch = this.waiting.slice(0, atOnce);
    try {
      const reply = await fetch(`${url}/api/sessions/${this.session}/events`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ events: batch }),
        signal: AbortSignal.timeout(15_000),
      });
      if (!reply.ok) return false;
      const said = (await reply.json()) as {
        accepted: { id: string }[];
        refused: { id: string; message: string }[];
      };
      for (const { id } of said.accepted) this.acknowledged.add(id);
      this.refused.push(...said.refused.map((other) => other.message));
      const done = new Set([...said.accepted, ...said.refused].map((other) => other.id));
      for (let i = this.waiting.length - 1; i >= 0; i--)
        if (done.has(this.waiting[i]!.id)) this.waiting.splice(i, 1);
      return true;
    } catch {
      return false;
    }
  }
}
