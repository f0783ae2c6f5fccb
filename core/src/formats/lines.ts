import type { Segment } from '../geometry/index.ts';

/**
 * How a line is broken: solid, dashed (one length of dash), chain (dash and dot), double chain (dash and two dots),
 * dotted (dots only, no longer than twice the stroke).
 */
export type DashClass = 'solid' | 'dashed' | 'chain' | 'double-chain' | 'dotted';

/** What lines of a drawing have in common that are drawn alike: by it they are told apart. */
export interface LineLook {
  /** The ink as "#rrggbb"; null where none is said. */
  readonly ink: string | null;
  readonly dash: DashClass;
  /** The layer or group they stand in; empty where it has no name. */
  readonly layer: string;
  /** Only the outline of something filled, such as the ground of a page. */
  readonly isFilled: boolean;
}

/** The straight lines of a drawing, y upward, in its own unit. */
export interface LineDrawing {
  readonly looks: readonly LineLook[];
  readonly lines: readonly (Segment & { readonly look: number })[];
  /** Rounding error of a coordinate, from the digits written; 0 when they look exact. */
  readonly precision: number;
  /** How long a unit is, where the file says it. */
  readonly mmPerUnit: number | null;
  readonly title: string;
  /** The file itself counts y downward; places are told to its reader so. */
  readonly isDownward: boolean;
  /** What is no straight line, by what it is: "curve", "text", "block". */
  readonly leftOut: Readonly<Record<string, number>>;
}

/** Lines of a drawing at most. */
export const MOST_LINES_READ = 100_000;

/** Collects lines by their look, and what is no line by its word. */
export class LineCollector {
  readonly lines: (Segment & { readonly look: number })[] = [];
  readonly looks: LineLook[] = [];
  readonly leftOut: Record<string, number> = {};
  private readonly numbers = new Map<string, number>();

  add(line: Segment, look: LineLook): void {
    const key = JSON.stringify([look.ink, look.dash, look.layer, look.isFilled]);
    let number = this.numbers.get(key);
    if (number === undefined) {
      number = this.looks.push(look) - 1;
      this.numbers.set(key, number);
    }
    this.lines.push({ from: line.from, to: line.to, look: number });
  }

  leaveOut(word: string): void {
    this.leftOut[word] = (this.leftOut[word] ?? 0) + 1;
  }
}
