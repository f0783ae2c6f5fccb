import { toTurn } from '../geometry/index.ts';
import { seatedBases } from '../design/index.ts';
import { type Figure, type LimbTask, type OwnBase, type Seat, ownBases, sizeOf } from '../parts/index.ts';
import type { SheetShape } from '../sheet/index.ts';
import { type Chain, STRAIGHT, bodyFrom, chainsFrom } from './chains.ts';

/** Share of the figure's size its paper may reach from the axis before it is turned. */
const NARROW = 0.085;
const WIDE = 'Base of its own';
const SLIM = 'Narrow base of its own';

/**
 * Bases of its own for a pose with a body, as wide as they come and narrowed. With all ends round the border flaps lie side
 * by side and those that turn away lie outside; where that cannot be, ends are placed anywhere on the sheet.
 */
export function ownFor(figure: Figure, task: LimbTask, sheet: SheetShape): OwnBase[] {
  const { width, height } = sizeOf(figure);
  const reach = NARROW * Math.max(width, height);
  const bodies = task.seats.flatMap((seat) => {
    const angle = bodyFrom(figure, seat)?.angle;
    return angle !== undefined && seat.nodes[0] < seat.nodes[1]! ? [{ seat, angle }] : [];
  });
  return bodies.flatMap(({ seat, angle }, i) => {
    const id = `own-${i + 1}`;
    const { needs, outer } = withTurns(task, seat, chainsFrom(figure, seat), angle, reach);
    const turned = { ...seat, needs };
    const [wide] = ownBases(task, seat, sheet, { id, name: WIDE });
    if (wide) {
      const slim = { id: `${id}-slim`, name: SLIM, narrow: reach / wide.sideMm, outer };
      return [wide, ...ownBases(task, turned, sheet, slim)];
    }
    return [
      ...seatedBases(task, seat, sheet, { id, name: WIDE, most: 1 }),
      ...seatedBases(task, turned, sheet, { id: `${id}-slim`, name: SLIM, narrowMm: reach, most: 1 }),
    ];
  });
}

interface Turned {
  readonly needs: number[];
  /** Ends whose flaps turn away from the side most of them turn to; they can only be folded outside the stack. */
  readonly outer: string[];
}

/**
 * What flaps need besides the ways to their ends: those that turn away from the side most of them turn to use up paper.
 * `angle`: of the axis in the pose, from the first hub to the second.
 */
function withTurns(
  task: LimbTask,
  seat: Seat,
  chains: readonly Chain[],
  angle: number,
  reachMm: number,
): Turned {
  const turns = task.limbs.map(({ id }, i) => {
    const chain = chains.find((c) => c.leaf === id)!;
    const isFirst = seat.at[i] === 0;
    const turn = toTurn(chain.pieces[0]!.angle - (isFirst ? angle + 180 : angle));
    // As seen along the axis, so that flaps of both ends can be compared.
    return { size: Math.abs(turn), side: isFirst ? -Math.sign(turn) : Math.sign(turn) };
  });
  const most = Math.sign(turns.reduce((sum, t) => sum + t.side * t.size, 0)) || 1;
  const isAway = turns.map(({ size, side }) => side !== most && size >= STRAIGHT);
  return {
    needs: seat.needs.map((need, i) =>
      isAway[i] ? need + 4.6 * reachMm * Math.tan((turns[i]!.size * Math.PI) / 720) : need,
    ),
    outer: task.limbs.flatMap(({ id }, i) => (isAway[i] ? [id] : [])),
  };
}
