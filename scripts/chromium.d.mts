export function findChromium(): string | undefined;
export const chromiumArgs: string[];
