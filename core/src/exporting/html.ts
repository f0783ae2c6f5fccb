import type { BookletStep } from '../booklet/index.ts';
import { type Drawing, type Palette, dayPalette, toSvg } from '../drawing/index.ts';
import { type PaperSurface, toSurface } from '../formats/index.ts';
import { toBooklet } from './booklet.ts';
import { isShaped, posedSurface } from './posed.ts';
import { VIEWER } from './viewer.ts';
import type { Exported } from './writers.ts';

const escape = (text: string): string => text.replace(/[&<>"']/g, (c) => `&#${c.charCodeAt(0)};`);
/** Text that can stand in a script element: nothing in it ends the element. */
const inScript = (value: unknown): string => JSON.stringify(value).replace(/</g, '\\u003c');
const short = (v: number): number => Number(v.toFixed(3));

const STYLE = `
:root{color-scheme:light}
body{margin:0 auto;max-width:1080px;padding:28px 24px 60px;background:#fafbf7;color:#1a2320;font:16px/1.45 'Source Sans 3',system-ui,sans-serif}
h1,h2{font-family:'Brygada 1918',Georgia,serif;font-weight:600;margin:0}
h1{font-size:44px;line-height:1.1}h2{font-size:26px;margin:36px 0 12px}
.under{color:#56635d;margin:4px 0 18px}
.top{display:grid;grid-template-columns:minmax(0,1fr) 320px;gap:32px;align-items:start}
canvas{width:100%;height:420px;touch-action:none;cursor:grab;background:#f1f4ee}
canvas:focus-visible{outline:3px solid #0c6650}
dl{margin:0;display:grid;grid-template-columns:88px 1fr;gap:6px 12px;font-size:15px}dt{font-weight:600}dd{margin:0}
ol{list-style:none;margin:0;padding:0;display:grid;grid-template-columns:repeat(auto-fill,minmax(230px,1fr));gap:26px 22px}
li img{width:100%;height:190px;object-fit:contain}
li p{margin:4px 0 0}.n{font:600 20px 'Brygada 1918',Georgia,serif;margin-right:8px}.more{color:#56635d;font-size:14px}
.passage{font:600 15px 'Brygada 1918',Georgia,serif;color:#56635d}
footer{margin-top:48px;border-top:1px solid #b4beb6;padding-top:12px;color:#56635d;font-size:14px}
@media (max-width:760px){.top{grid-template-columns:1fr}}
@media print{canvas{display:none}li{break-inside:avoid}}
`;

/**
 * One page that holds a whole plan and needs nothing else: what is needed, the figure to turn, every step with its picture
 * and sentence. Everything a folder typed is escaped; nothing is fetched.
 */
export function toPage(given: Exported, sideMm: number, caliperMm: number): string {
  const content = toBooklet(given, sideMm, { page: 'A4', by: '', imposed: false });
  const { plan } = given;
  const palette = dayPalette(content.front, content.back);
  const figure = figureOf(given, sideMm, caliperMm);
  const part = (title: string, steps: readonly BookletStep[]): string =>
    steps.length === 0
      ? ''
      : `<h2>${title}</h2><ol>${steps.map((s) => stepItem(s, palette)).join('\n')}</ol>`;
  return `<!doctype html>
<html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width,initial-scale=1">
<meta http-equiv="Content-Security-Policy" content="default-src 'none'; img-src data:; style-src 'unsafe-inline'; script-src 'unsafe-inline'">
<title>${escape(plan.name)}</title><style>${STYLE}</style></head>
<body><h1>${escape(content.name)}</h1><p class="under">${escape(content.subtitle)}</p>
<div class="top"><canvas tabindex="0" role="img" aria-label="${escape(content.name)}: drag it, or press the arrow keys, to turn it"></canvas>
<dl>${content.facts.map(([word, says]) => `<dt>${escape(word)}</dt><dd>${escape(says)}</dd>`).join('')}</dl></div>
${part('Steps', content.steps)}${part('Shaping', content.shaping)}
<footer>Every picture is folded by Jade Kite from the plan itself.</footer>
<script id="figure" type="application/json">${inScript({
    places: figure.places.map((p) => p.map(short)),
    polygons: figure.polygons,
    front: content.front,
    back: content.back,
  })}</script>
<script>${VIEWER}</script></body></html>
`;
}

/** The figure in space; a flat one that has no heights is shown as one layer. */
function figureOf({ plan, replay }: Exported, sideMm: number, caliperMm: number): PaperSurface {
  if (isShaped(plan)) return posedSurface(plan, replay, sideMm);
  const surface = toSurface(replay.steps.at(-1)?.after ?? replay.start, sideMm, caliperMm);
  return surface.ok ? surface.value : { places: [], polygons: [] };
}

/** A picture inside an address: characters that are safe there stay as they are, or the page would be half as large again. */
const picture = (drawing: Drawing, palette: Palette, title: string): string =>
  `data:image/svg+xml,${encodeURIComponent(
    toSvg(drawing, { width: 320, height: 250, palette, title, weight: 0.9 }),
  ).replace(/%(20|2C|2F|3A|3B|3D)/g, (_, code: string) => String.fromCharCode(Number.parseInt(code, 16)))}`;

function stepItem({ number, passage, sentence, more, drawing }: BookletStep, palette: Palette): string {
  return `<li>${passage ? `<p class="passage">${escape(passage)}</p>` : ''}<img alt="" src="${picture(drawing, palette, `step ${number}`)}"><p><span class="n">${escape(number)}</span>${escape(sentence)}</p>${more.length > 0 ? `<p class="more">${escape(more.join(' '))}</p>` : ''}</li>`;
}
