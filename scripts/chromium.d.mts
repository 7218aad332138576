export const CHROMIUM: { readonly executablePath: string; args: string[] };
export const ensureChromium: () => Promise<void>;
