import type { Tool } from '@jade/core/kinds';
import { type Composer, type ComposerEvent, advance, beginComposer } from './composer.ts';

/** What happens while a step is composed. */
type AuthoringEvent =
  | ComposerEvent
  | { readonly kind: 'begun'; readonly tool: Tool; readonly replacing: number | null }
  | { readonly kind: 'put away' };

/** The composer after an event; null while nothing is composed. */
export function reduce(state: Composer | null, event: AuthoringEvent): Composer | null {
  if (event.kind === 'put away') return null;
  if (event.kind === 'begun')
    return state && event.replacing === null
      ? advance(state, { kind: 'tool chosen', tool: event.tool })
      : beginComposer(event.tool, event.replacing);
  return state && advance(state, event);
}

export type Send = (event: AuthoringEvent) => void;
