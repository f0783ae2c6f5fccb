/** Words and sentences of ui that stand as they are; those with figures in them are functions. */
export const WORDS = {
  close: 'Close',
  narrowestFlap: 'Narrowest flap',
  narrowestPleat: 'Narrowest pleat',
  stop: 'Stop',
} as const;
