import { useMemo, useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import type { Point } from '@jade/core/geometry';
import { type Figure, leavesOf, moveNode, placeNodes, poseLimbs, rootOf } from '@jade/core/parts';
import { toLengthText } from '@jade/core/units';
import { useSettings } from '../../records/index.ts';
import type { FigureDesk } from './useFigure.ts';

const [W, H, LEFT, PAD] = [500, 400, 44, 34];

interface View {
  readonly scale: number;
  readonly at: (p: Point) => Point;
  readonly back: (x: number, y: number) => Point;
  readonly lowest: number;
}

/** The pose fitted into the board: its lowest node on the ground line. */
function viewOf(places: readonly Point[]): View {
  const [xs, ys] = [places.map((p) => p[0]), places.map((p) => p[1])];
  const [left, right, low, high] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
  const scale = Math.min(
    (W - LEFT - 2 * PAD) / Math.max(right - left, 20),
    (H - 2 * PAD) / Math.max(high - low, 20),
  );
  const shift = LEFT + (W - LEFT - (right - left) * scale) / 2;
  return {
    scale,
    lowest: low,
    at: ([x, y]) => [shift + (x - left) * scale, H - PAD - (y - low) * scale],
    back: (x, y) => [(x - shift) / scale + left, (H - PAD - y) / scale + low],
  };
}

/** The stick figure on a ruled board: joints are dragged or moved by the arrow keys, limbs are chosen by a click. */
export function FigureBoard({
  desk,
  figure,
  chosen,
  limiting,
  onChoose,
}: {
  desk: FigureDesk;
  figure: Figure;
  chosen: string | undefined;
  limiting: string | undefined;
  onChoose: (limb: string) => void;
}) {
  const { unit } = useSettings();
  const places = useMemo(() => placeNodes(figure), [figure]);
  const posed = useMemo(() => poseLimbs(figure), [figure]);
  const fitted = useMemo(() => viewOf([...places.values()]), [places]);
  // While a joint is dragged the board keeps its scale, so that the paper does not run from the hand.
  const [held, setHeld] = useState<{ node: string; view: View; run: string }>();
  const view = held?.view ?? fitted;
  const svg = useRef<SVGSVGElement>(null);
  const leaves = leavesOf(figure);
  const root = rootOf(figure);
  const where = (node: string): Point => view.at(places.get(node)!);

  const onDrag = (e: PointerEvent): void => {
    if (!held || !svg.current) return;
    const matrix = svg.current.getScreenCTM()!.inverse();
    const p = new DOMPoint(e.clientX, e.clientY).matrixTransform(matrix);
    desk.take(moveNode(figure, held.node, held.view.back(p.x, p.y)), held.run);
  };
  const onKey = (node: string) => (e: KeyboardEvent) => {
    const steps: Record<string, Point> = {
      ArrowLeft: [-1, 0],
      ArrowRight: [1, 0],
      ArrowUp: [0, 1],
      ArrowDown: [0, -1],
    };
    const step = steps[e.key];
    if (!step) return;
    e.preventDefault();
    e.stopPropagation();
    const far = e.shiftKey ? 10 : 2;
    const [x, y] = places.get(node)!;
    desk.take(moveNode(figure, node, [x + step[0] * far, y + step[1] * far]), `nudge-${node}`);
  };

  return (
    <svg
      ref={svg}
      viewBox={`0 0 ${W} ${H}`}
      className="block w-full touch-none"
      role="group"
      aria-label={`${figure.name} as a stick figure`}
      onPointerMove={onDrag}
      onPointerUp={() => setHeld(undefined)}
      onPointerLeave={() => setHeld(undefined)}
    >
      <Rule view={view} unit={unit} />
      {posed.map(({ limb, inner, outer }) => {
        const [a, b] = [where(inner), where(outer)];
        const on = limb.name === chosen;
        return (
          <g key={limb.name} onClick={() => onChoose(limb.name)} className="cursor-pointer">
            {limb.width !== undefined && (
              <line
                x1={a[0]}
                y1={a[1]}
                x2={b[0]}
                y2={b[1]}
                stroke="var(--shade)"
                strokeWidth={Math.max(limb.width * view.scale, 4)}
              />
            )}
            <line x1={a[0]} y1={a[1]} x2={b[0]} y2={b[1]} stroke="transparent" strokeWidth="18" />
            <line
              x1={a[0]}
              y1={a[1]}
              x2={b[0]}
              y2={b[1]}
              stroke={on ? 'var(--jade)' : 'var(--ink)'}
              strokeWidth={on ? 4.5 : 3.2}
              strokeDasharray={limb.optional ? '7 5' : undefined}
              strokeLinecap="round"
            />
            {figure.pairs.some((p) => p.includes(limb.name)) && <PairTick a={a} b={b} />}
          </g>
        );
      })}
      <Names figure={figure} view={view} chosen={chosen} limiting={limiting} onChoose={onChoose} />
      {figure.nodes.map((node) => {
        const [x, y] = where(node);
        const limb = posed.find((p) => p.outer === node)?.limb;
        return (
          <g
            key={node}
            role="button"
            tabIndex={0}
            aria-label={
              node === root ? `${node}, where the pose hangs` : `${node}: drag, or move with the arrows`
            }
            className="cursor-grab"
            onKeyDown={onKey(node)}
            onFocus={() => limb && onChoose(limb.name)}
            onPointerDown={(e) => {
              if (node === root) return;
              (e.target as Element).releasePointerCapture?.(e.pointerId);
              setHeld({ node, view, run: `drag-${node}-${Date.now()}` });
            }}
          >
            <circle cx={x} cy={y} r="14" fill="transparent" />
            {leaves.includes(node) ? (
              <path
                d={`M${x} ${y - 7}l5.5 7l-5.5 7l-5.5 -7z`}
                fill="var(--paper-back)"
                stroke="var(--ink)"
                strokeWidth="1.5"
              />
            ) : (
              <circle
                cx={x}
                cy={y}
                r="5"
                fill={node === root ? 'var(--ink)' : 'var(--paper-back)'}
                stroke="var(--ink)"
                strokeWidth="1.5"
              />
            )}
          </g>
        );
      })}
    </svg>
  );
}

/** A short stroke across the middle of a limb that has a mate. */
function PairTick({ a, b }: { a: Point; b: Point }) {
  const [mx, my] = [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2];
  const far = Math.hypot(b[0] - a[0], b[1] - a[1]) || 1;
  const [nx, ny] = [(-(b[1] - a[1]) / far) * 7, ((b[0] - a[0]) / far) * 7];
  return <line x1={mx - nx} y1={my - ny} x2={mx + nx} y2={my + ny} stroke="var(--ink)" strokeWidth="1.6" />;
}

/** Heights on the left in the folder's unit, and the ground. */
function Rule({ view, unit }: { view: View; unit: 'mm' | 'cm' | 'in' }) {
  const step = unit === 'in' ? 25.4 / 2 : 10;
  const count = Math.min(60, Math.floor((H - PAD - 8) / (step * view.scale)));
  const every = count > 24 ? 10 : count > 10 ? 5 : 2;
  return (
    <g aria-hidden="true">
      <line x1={LEFT} x2={LEFT} y1={H - PAD} y2="8" stroke="var(--ink-2)" />
      {Array.from({ length: count + 1 }, (_, i) => {
        const y = H - PAD - i * step * view.scale;
        return (
          <g key={i}>
            <line x1={LEFT - (i % every === 0 ? 10 : 5)} x2={LEFT} y1={y} y2={y} stroke="var(--ink-2)" />
            {i % every === 0 && (
              <text x={LEFT - 14} y={y + 4} fontSize="13" textAnchor="end" fill="var(--ink-2)">
                {unit === 'in' ? (i / 2).toString() : unit === 'cm' ? i : i * 10}
              </text>
            )}
          </g>
        );
      })}
      <line x1={LEFT} x2={W} y1={H - PAD} y2={H - PAD} stroke="var(--ink)" strokeWidth="1.4" />
    </g>
  );
}

interface Box {
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
}

/** What a name's place covers: limbs, other names, the rule and the ground. */
function costOf(box: Box, lines: readonly (readonly [Point, Point])[], taken: readonly Box[]): number {
  const holds = ([x, y]: Point): boolean =>
    x > box.x - 5 && x < box.x + box.w + 5 && y > box.y - 4 && y < box.y + box.h + 4;
  let cost = 0;
  for (const [a, b] of lines)
    for (let t = 0; t <= 1.001; t += 0.05)
      if (holds([a[0] + (b[0] - a[0]) * t, a[1] + (b[1] - a[1]) * t])) cost += 1;
  for (const o of taken)
    if (box.x < o.x + o.w + 4 && o.x < box.x + box.w + 4 && box.y < o.y + o.h && o.y < box.y + box.h)
      cost += 8;
  const isOut = box.x < LEFT + 4 || box.x + box.w > W || box.y < 2 || box.y + box.h > H - PAD - 2;
  return isOut ? cost + 20 : cost;
}

/** Name and length beside the middle of each limb, pushed apart where they would cover each other. */
function Names({
  figure,
  view,
  chosen,
  limiting,
  onChoose,
}: {
  figure: Figure;
  view: View;
  chosen: string | undefined;
  limiting: string | undefined;
  onChoose: (limb: string) => void;
}) {
  const { unit } = useSettings();
  const places = useMemo(() => placeNodes(figure), [figure]);
  const lines = poseLimbs(figure).map(({ inner, outer }): [Point, Point] => [
    view.at(places.get(inner)!),
    view.at(places.get(outer)!),
  ]);
  const taken: Box[] = [];
  const shown = poseLimbs(figure).map(({ limb }, i) => {
    const [a, b] = lines[i]!;
    const text = toLengthText(limb.length, unit).text;
    const w = Math.max(limb.name.length * 7.2, text.length * 7) + 4;
    const options = [0.55, 0.4, 0.75, 0.25].flatMap((t) => {
      const mid: Point = [a[0] + (b[0] - a[0]) * t, a[1] + (b[1] - a[1]) * t];
      return [12, 40, 70, 105].flatMap((far): { box: Box; mid: Point; cost: number }[] =>
        [
          [far, -16],
          [-far - w, -16],
          [-w / 2, far],
          [-w / 2, -far - 32],
        ].map(([dx, dy]) => {
          const box = { x: mid[0] + dx!, y: mid[1] + dy!, w, h: 32 };
          return { box, mid, cost: costOf(box, lines, taken) + far * 0.02 + Math.abs(t - 0.55) * 0.5 };
        }),
      );
    });
    const best = options.reduce((x, y) => (y.cost < x.cost - 1e-9 ? y : x));
    taken.push(best.box);
    return { limb, text, place: { x: best.box.x, y: best.box.y + 14 }, mid: best.mid, w };
  });
  return (
    <g>
      {shown.map(({ limb, text, place: { x, y }, mid, w }) => (
        <g key={limb.name} className="cursor-pointer" onClick={() => onChoose(limb.name)}>
          {(Math.abs(y - mid[1]) > 40 || mid[0] < x - 30 || mid[0] > x + w + 30) && (
            <line
              x1={mid[0] < x ? x - 2 : mid[0] > x + w ? x + w : x + w / 2}
              y1={y > mid[1] ? y - 14 : y + 18}
              x2={mid[0]}
              y2={mid[1]}
              stroke="var(--rule-strong)"
              strokeWidth="1"
            />
          )}
          <text
            x={x}
            y={y}
            fontSize="14"
            fontFamily="var(--serif)"
            fontWeight={limb.name === chosen ? 650 : 500}
            fill={limb.name === limiting ? 'var(--persimmon)' : 'var(--ink)'}
            stroke="var(--leaf)"
            strokeWidth="3"
            paintOrder="stroke"
          >
            {limb.name}
          </text>
          <text
            x={x}
            y={y + 15}
            fontSize="13"
            fontWeight="600"
            fill="var(--ink-2)"
            stroke="var(--leaf)"
            strokeWidth="3"
            paintOrder="stroke"
          >
            {text}
          </text>
        </g>
      ))}
    </g>
  );
}
