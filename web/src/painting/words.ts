/** Words and sentences of painting that stand as they are; those with figures in them are functions. */
export const WORDS = {
  theFinishedSkinTo: 'The finished skin, to paint on',
} as const;
