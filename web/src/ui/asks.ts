/** What any part of the page can ask for, and who opens it need not be known. */
type Asked = 'find' | 'take' | 'bring' | 'sign' | 'term';

const eventOf = (what: Asked): string => `jade:${what}`;

/** Asks for a leaf to be opened; `detail` is what it shall open with. */
export const ask = (what: Asked, detail?: unknown): void =>
  void window.dispatchEvent(new CustomEvent(eventOf(what), { detail }));

/** Hears when it is asked for; returns what ends the hearing. */
export function whenAsked(what: Asked, answer: (detail: unknown) => void): () => void {
  const onEvent = (event: Event): void => answer((event as CustomEvent<unknown>).detail);
  window.addEventListener(eventOf(what), onEvent);
  return () => window.removeEventListener(eventOf(what), onEvent);
}
