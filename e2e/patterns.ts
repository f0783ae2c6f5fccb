import { bases, foldBase, layTwoHubs, moleculeBase } from '@jade/core/bases';
import type { FlatState } from '@jade/core/folded';
import { toFoldStates } from '@jade/core/formats';

const fold = (title: string, state: FlatState): Buffer =>
  Buffer.from(JSON.stringify(toFoldStates(title, [{ title, state }])));

/** A base of the atlas as a .fold file. */
export const baseFile = (id: string, title: string): Buffer =>
  fold(title, foldBase(bases.find((b) => b.id === id)!).state);

/** Six flaps about a body, narrowed to a tenth: 63 creases of the core's molecule. */
export function moleculeFile(title: string): Buffer {
  const quarter = 1 / 4;
  const design = layTwoHubs({
    body: 1 / 2,
    flaps: [
      { at: [0, 0], leaf: 'left fore', length: quarter, hub: 0 },
      { at: [1 / 2, 0], leaf: 'head', length: quarter, hub: 0 },
      { at: [1, 0], leaf: 'right fore', length: quarter, hub: 0 },
      { at: [1, 1], leaf: 'right hind', length: quarter, hub: 1 },
      { at: [1 / 2, 1], leaf: 'tail', length: quarter, hub: 1 },
      { at: [0, 1], leaf: 'left hind', length: quarter, hub: 1 },
    ],
  });
  const base = moleculeBase({ id: 'six', name: title, sheet: { kind: 'square' }, narrow: 0.1, ...design });
  return fold(title, foldBase(base).state);
}

/** A square of 600 units with a frame and a legend: two diagonals that cross, one short end, one crease 2 degrees off. */
export const reedBeetle =
  Buffer.from(`<svg xmlns="http://www.w3.org/2000/svg" width="700" height="760" viewBox="0 0 700 760">
<title>Reed beetle</title>
<rect x="2" y="2" width="696" height="756" fill="none" stroke="#cccccc"/>
<rect x="50" y="50" width="600" height="600" fill="none" stroke="#000000" stroke-width="2"/>
<g stroke="#d02020"><line x1="50" y1="50" x2="650" y2="650"/><line x1="650" y1="50" x2="50.9" y2="649.1"/></g>
<g stroke="#2040c0"><line x1="350" y1="350" x2="360.476" y2="50"/><line x1="50" y1="350" x2="350" y2="350"/></g>
<g stroke="#909090"><line x1="450" y1="650" x2="650" y2="450"/></g>
<text x="50" y="700">Reed beetle</text><line x1="50" y1="720" x2="90" y2="720" stroke="#2040c0"/>
</svg>`);
