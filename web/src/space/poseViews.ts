import type { Movable } from './grip.ts';
import type { PosePick } from './picking.ts';

export interface PoseColours {
  readonly front: string;
  readonly back: string;
  readonly ink: string;
  readonly rule: string;
  readonly jade: string;
}

/** Colours of one paper, from a triangle of the figure on. */
export interface PosePaper {
  readonly from: number;
  readonly front: string;
  readonly back: string;
}

/** What is done with the pointer beside turning the view. */
export interface PoseHands {
  /** Steps whose parts can be dragged. */
  readonly movable: Movable;
  /** The least and the most degrees a part goes to: the step's own range, and other paper it met. */
  readonly boundsOf: (step: string) => readonly [number, number];
  /** A part is being dragged to an amount. */
  readonly onDrag: (step: string, degrees: number) => void;
  readonly onDrop: (step: string, degrees: number) => void;
  /** A press on the paper that drags nothing; missing where no point is asked for. */
  readonly onPick?: ((pick: PosePick) => void) | undefined;
}

export type PoseSide = 'front' | 'side' | 'above' | 'behind' | 'corner';

/** Where each named view is taken from: to the right, up and towards the viewer. */
export const EYES: Readonly<Record<PoseSide | 'audience', readonly [number, number, number]>> = {
  audience: [0.32, 0, 1],
  front: [0, 0.12, 1],
  side: [1, 0.12, 0.0001],
  above: [0, 1, 0.0001],
  behind: [0, 0.12, -1],
  corner: [0.75, 0.4, 0.9],
};

/** Where paper is looked for round the pointer, in px. */
export const BESIDE: readonly (readonly [number, number])[] = [
  [0, 0],
  ...[4, 9].flatMap((r): [number, number][] =>
    [0, 1, 2, 3, 4, 5, 6, 7].map((k) => [r * Math.cos((k * Math.PI) / 4), r * Math.sin((k * Math.PI) / 4)]),
  ),
];
