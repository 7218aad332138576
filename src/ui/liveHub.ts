/**
 * What is listened to: a session's acts from a seq on, or every instrument. A bench's own acts come
 * without what they are: it has them.
 */
export type Topic = { session: number; after: number; bench?: string } | 'devices';
export type Hear = (data: unknown) => void;

/** ms in which what is wanted may still change before the line is opened anew. */
const SETTLES = 30;

interface Listener {
  topic: Topic;
  hear: Hear;
}

/**
 * One line to the shop for everything that is listened to here: browsers keep few open at a time.
 */
export class LiveHub {
  private readonly listeners = new Set<Listener>();
  /** the last act that has come, by session */
  private readonly come = new Map<number, number>();
  private line: EventSource | null = null;
  private carries = '';
  private settling: ReturnType<typeof setTimeout> | undefined;

  /** @param shop the key of the shop it listens to */
  constructor(private readonly shop: string) {}

  /** Hears of something from now on; answers with how to stop. What comes twice is told twice. */
  listen(topic: Topic, hear: Hear): () => void {
    const one = { topic, hear };
    this.listeners.add(one);
    // Who begins further back wants what the line has carried already.
    if (topic !== 'devices')
      this.come.set(
        topic.session,
        Math.min(topic.after, this.come.get(topic.session) ?? topic.after),
      );
    this.settle(true);
    return () => {
      this.listeners.delete(one);
      this.settle(false);
    };
  }
  private settle(anew: boolean): void {
    if (anew) this.carries = '';
    clearTimeout(this.settling);
    this.settling = setTimeout(() => this.open(), SETTLES);
  }
  private open(): void {
    const sessions = [
      ...new Set(
        [...this.listeners].flatMap(({ topic }) => (topic === 'devices' ? [] : [topic.session])),
      ),
    ].sort((one, other) => one - other);
    const devices = [...this.listeners].some(({ topic }) => topic === 'devices');
    for (const session of this.come.keys())
      if (!sessions.includes(session)) this.come.delete(session);
    const carries = `${sessions.join()} ${devices}`;
    if (carries === this.carries) return;
    this.carries = carries;
    this.line?.close();
    this.line = null;
    if (sessions.length === 0 && !devices) return;
    const bench = [...this.listeners].flatMap(({ topic }) =>
      topic === 'devices' || !topic.bench ? [] : [`bench=${encodeURIComponent(topic.bench)}`],
    )[0];
    const query = [
      `shop=${this.shop}`,
      ...sessions.map((session) => `session=${session}:${this.come.get(session) ?? 0}`),
      ...(bench ? [bench] : []),
      ...(devices ? ['devices='] : []),
    ].join('&');
    const line = new EventSource(`/api/stream?${query}`);
    line.addEventListener('act', (messageEvent) => {
      const act = JSON.parse(messageEvent.data as string) as { session: number; seq: number };
      this.come.set(act.session, Math.max(act.seq, this.come.get(act.session) ?? 0));
      for (const { topic, hear } of this.listeners)
        if (topic !== 'devices' && topic.session === act.session) hear(act);
    });
    line.addEventListener('device', (messageEvent) => {
      const device: unknown = JSON.parse(messageEvent.data as string);
      for (const { topic, hear } of this.listeners) if (topic === 'devices') hear(device);
    });
    this.line = line;
  }
}
