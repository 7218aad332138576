export const POOLER: string;
export const ensurePooler: () => Promise<void>;
