export const root: string;
export const freePort: () => Promise<number>;
