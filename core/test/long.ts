/** Long runs of the laws are a command of their own: `npm run laws:tests`. */
const isLong = process.env.JADE_LONG === '1';

/** How often something is tried: usually, and in a long run. */
export const often = (usual: number, long: number): number => (isLong ? long : usual);
