import type { Tool } from '@jade/core/kinds';
import { type Composer, type ComposerEvent, advance, beginComposer } from './composer.ts';

/** What happens while a step is composed. */
type AuthoringEvent =
  | ComposerEvent
  | { readonly kind: 'begun'; readonly tool: Tool }
  /** A step to be changed, or one that was put aside, with its choices. */
  | { readonly kind: 'taken up'; readonly composer: Composer }
  | { readonly kind: 'put away' }
  /** The step stands in the plan. */
  | { readonly kind: 'kept' };

/** The step in hand, and one that was put aside with choices in it. */
export interface Authoring {
  readonly composer: Composer | null;
  readonly aside: Composer | null;
}

export const nothingInHand: Authoring = { composer: null, aside: null };

/** What is in hand after an event. A step with creases chosen is put aside, not thrown away, when another is begun. */
export function reduce(state: Authoring, event: AuthoringEvent): Authoring {
  const { composer } = state;
  switch (event.kind) {
    case 'put away':
      return { composer: null, aside: worthKeeping(composer) ?? state.aside };
    case 'taken up':
      return { composer: event.composer, aside: null };
    case 'begun': {
      const next = composer
        ? advance(composer, { kind: 'tool chosen', tool: event.tool })
        : beginComposer(event.tool);
      return {
        composer: next,
        aside: next.creases.length > 0 ? state.aside : (worthKeeping(composer) ?? state.aside),
      };
    }
    case 'kept':
      return { composer: null, aside: state.aside };
    default:
      return composer ? { ...state, composer: advance(composer, event) } : state;
  }
}

/** Choices that would take long to make again. */
const worthKeeping = (composer: Composer | null): Composer | null =>
  composer && composer.creases.length > 1 && composer.replacing === null ? composer : null;

export type Send = (event: AuthoringEvent) => void;
