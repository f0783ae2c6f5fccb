import type { Bounds, Point } from '../geometry/index.ts';

export type LineStyle = 'raw' | 'folded' | 'valley' | 'mountain' | 'rest' | 'pinch' | 'soft' | 'hidden';
export type ArrowStyle =
  'valley' | 'mountain' | 'fold-unfold' | 'unfold' | 'turn-over' | 'rotate' | 'push' | 'pull';

/** One thing to be drawn, in drawing order. Facets carry their number so that views can be linked. */
export type DrawItem =
  | {
      readonly kind: 'facet';
      readonly facet: number;
      readonly points: readonly Point[];
      readonly side: 'front' | 'back';
      readonly depth: number;
      /** Of paper of its own colour, where a picture shows several papers. */
      readonly colour?: string;
    }
  | {
      readonly kind: 'line';
      readonly style: LineStyle;
      readonly from: Point;
      readonly to: Point;
      readonly facet?: number;
      /** Made by the step shown: drawn heavier. */
      readonly isNew?: boolean;
    }
  | {
      readonly kind: 'arrow';
      readonly style: ArrowStyle;
      readonly from: Point;
      readonly to: Point;
      readonly bend: number;
      /** Strokes across the arrow: on how many more places the step is repeated. */
      readonly ticks?: number;
    }
  | {
      /** Two short strokes where a crease crosses a line squarely; the directions they run in. */
      readonly kind: 'square';
      readonly at: Point;
      readonly along: Point;
    }
  | {
      /** Stretches of one line that are equal: a short stroke across the middle of each. */
      readonly kind: 'equal';
      readonly from: Point;
      readonly to: Point;
      readonly parts: number;
    }
  | {
      /** Paper that is held down here while the rest is folded. */
      readonly kind: 'hold';
      readonly at: Point;
    }
  | {
      /** When a crease of a collapse is set, among the others; those of one number together. */
      readonly kind: 'number';
      readonly at: Point;
      readonly n: number;
    }
  | {
      readonly kind: 'landmark';
      readonly at: Point;
      readonly name: string;
      readonly look: 'known' | 'chosen' | 'made' | 'label';
    };

export interface Drawing {
  readonly items: readonly DrawItem[];
  /** What is drawn, without room for names. */
  readonly bounds: Bounds;
  /** The part to be drawn large, with the whole beside it; where it is missing the whole is the picture. */
  readonly focus?: Bounds;
}
