import { lineRadial, scaleLinear } from 'd3';
import type { RosePetal } from '@jade/core/shaping';
import { toFigure } from '@jade/core/units';
import { WORDS } from './words.ts';

const SIZE = 156;
const WIDTH = 190;
const RADIUS = 56;
/** Rings of the rose in degrees; what tips later is drawn at the rim. */
const RINGS = [5, 10, 20];
const WAYS = [
  { word: 'right', towards: 0, x: 1, y: 0 },
  { word: 'front', towards: 90, x: 0, y: 1 },
  { word: 'left', towards: 180, x: -1, y: 0 },
  { word: 'back', towards: 270, x: 0, y: -1 },
];

/** How far the figure leans each way before it tips, seen from above with the viewer below. */
export function TipRose({ rose }: { readonly rose: readonly RosePetal[] }) {
  if (rose.length === 0) return null;
  const most = RINGS.at(-1)!;
  const r = scaleLinear([0, most], [0, RADIUS]).clamp(true);
  const line = lineRadial<RosePetal>()
    .angle((p) => ((p.towards + 90) * Math.PI) / 180)
    .radius((p) => r(p.tipDegrees));
  const at = (towards: number): RosePetal => rose.find((p) => Math.abs(p.towards - towards) < 1e-6)!;
  const said = WAYS.map(({ word, towards }) => `${word} ${toFigure(at(towards).tipDegrees, 1)}°`).join(', ');
  return (
    <figure className="border-b border-rule py-2">
      <figcaption className="text-[14px] text-ink-2">{WORDS.tipsAtEachWay}</figcaption>
      <svg
        width={WIDTH}
        height={SIZE}
        viewBox={`${-WIDTH / 2} ${-SIZE / 2} ${WIDTH} ${SIZE}`}
        role="img"
        aria-label={`How far it leans before it tips: ${said}`}
        className="mx-auto block"
      >
        {RINGS.map((ring) => (
          <g key={ring}>
            <circle r={r(ring)} className="fill-none stroke-rule-strong" strokeWidth={0.6} />
            <text x={r(ring) * 0.71 + 2} y={-r(ring) * 0.71 - 1} className="fill-ink-2 text-[9px]">
              {ring}°
            </text>
          </g>
        ))}
        <path d={`${line([...rose])!}Z`} className="fill-jade/20 stroke-jade" strokeWidth={1.5} />
        <circle r={2} className="fill-jade" />
        {WAYS.map(({ word, x, y }) => (
          <text
            key={word}
            x={x * (RADIUS + 10)}
            y={y * (RADIUS + 12) + 4}
            textAnchor={x > 0 ? 'start' : x < 0 ? 'end' : 'middle'}
            className="fill-ink-2 text-[10px]"
          >
            {word}
          </text>
        ))}
      </svg>
    </figure>
  );
}
