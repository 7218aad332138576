export const ensureDebian: (names: string[], present: () => boolean) => Promise<void>;
