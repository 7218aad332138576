export const CHROMIUM: { executablePath: string; args: string[] };
export const ensureChromium: () => void;
