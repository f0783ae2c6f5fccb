import { describe, expect, test } from '@jest/globals';
import { bases } from '../../src/bases/index.ts';
import { buildChance } from '../../src/chance/index.ts';
import { buildCastPlans } from '../../src/demo/index.ts';
import { reflectBeyond } from '../../src/moves/index.ts';
import { type Sequence, replaySequence, stepSchema } from '../../src/sequence/index.ts';
import { symmetriesOf } from '../../src/sheet/index.ts';
import { differs, imageOf } from '../mirrored.ts';
import {
  WALK_KINDS,
  anchorOf,
  beginWalk,
  foldsAt,
  isSameState,
  lastState,
  pick,
  randomStart,
  separateSinks,
  startSequences,
  stepWalk,
  stretchesOf,
} from '../walk.ts';
import { often } from '../long.ts';

const MOST_FACETS = 36;

describe('random moves on bases, narrowed and halved', () => {
  test.each([1, 2])(
    'from seed %i: unfolded they are undone, their images are images, reverse folds are whole',
    (seed) => {
      const chance = buildChance(seed * 15_485_863);
      const [sequences, kinds] = [startSequences(), Object.keys(WALK_KINDS)];
      let moves = 0;
      while (moves < often(14, 30)) {
        let walk = beginWalk(sequences, chance, MOST_FACETS);
        for (let tries = 0; tries < 14; tries++) {
          const kind = pick(kinds, chance);
          const next = stepWalk(walk, kind, chance, MOST_FACETS);
          if (!next) continue;
          moves++;
          expect({ seed, moves, kind, faults: next.faults }).toEqual({ seed, moves, kind, faults: [] });
          if (!next.twin) walk = next.walk;
        }
      }
    },
  );
});

describe('the image of a sequence makes the image of every state', () => {
  const all: [string, Sequence][] = [
    ...bases.map((b): [string, Sequence] => [b.id, { sheet: b.sheet, points: b.points, steps: b.steps }]),
    ...Object.entries(buildCastPlans()).map(([name, p]): [string, Sequence] => [
      name,
      { sheet: p.sheet.shape, points: p.points, steps: p.steps },
    ]),
  ];
  test.each(all)('%s: mirrored, turned, and from behind', (_name, sequence) => {
    const own = replaySequence(sequence);
    const maps = symmetriesOf(sequence.sheet);
    // Long figures are looked at in two maps only; the long run of `npm run laws` takes any.
    for (const map of sequence.steps.length > 30 ? [maps[0]!, maps.at(-1)!] : maps) {
      for (const behind of [false, true]) {
        const image = { map, behind };
        const mirrored = replaySequence(imageOf(sequence, image)).steps.slice(behind ? 1 : 0);
        const wrong = own.steps.flatMap((s, i) => {
          const said = mirrored[i]!.refusal?.text ?? differs(s.after, mirrored[i]!.after, image);
          return said ? [`step ${s.number}: ${said}`] : [];
        });
        expect({ image, wrong: wrong.slice(0, 1) }).toEqual({ image, wrong: [] });
      }
    }
  });
});

describe('separate sinks commute', () => {
  test.each([1])('from seed %i: in either order they give one state', (seed) => {
    const chance = buildChance(seed * 32_452_843);
    const sequences = startSequences().filter((s) => s.steps.length > 3);
    let pairs = 0;
    for (let tries = 0; pairs < 4 && tries < 100; tries++) {
      const state = lastState(randomStart(sequences, chance, 20));
      const found = separateSinks(state, chance);
      if (!found) continue;
      pairs++;
      const [ab, ba] = [
        [found.first, found.second],
        [found.second, found.first],
      ].map((asks) =>
        asks.reduce((s, ask) => {
          const made = reflectBeyond(s, ask);
          if (!made.ok) throw new Error(`seed ${seed}, pair ${pairs}: ${made.fault.text}`);
          return made.value.state;
        }, state),
      );
      expect({ seed, pairs, same: isSameState(ab!, ba!) }).toEqual({ seed, pairs, same: true });
    }
    expect(pairs).toBe(4);
  });
});

describe('any cover of the creases of a collapse by stretches gives the same state', () => {
  const patterns = bases
    .filter((b) => b.sheet.kind === 'square')
    .map((b) => [b.id, replaySequence({ sheet: b.sheet, points: b.points, steps: b.steps })] as const)
    .filter(([, r]) => foldsAt(lastState(r)).length > 1);

  test.each(patterns)('%s, collapsed in one go', (_id, replay) => {
    const base = lastState(replay);
    const folds = foldsAt(base);
    const anchor = { kind: 'sheet', at: anchorOf(base) };
    const collapse = (creases: unknown) =>
      replaySequence({
        sheet: base.sheet,
        points: {},
        steps: [
          ...[0.13, 0.37, 0.61, 0.88].map((y, i) =>
            stepSchema.parse({
              id: `c${i}`,
              move: {
                kind: 'crease',
                sense: 'valley',
                line: {
                  kind: 'through',
                  a: { kind: 'sheet', at: [0, y] },
                  b: { kind: 'sheet', at: [1, 1 - y * 0.8] },
                },
                through: 'all',
              },
            }),
          ),
          stepSchema.parse({ id: 'all', move: { kind: 'collapse', creases, anchor } }),
        ],
      }).steps.at(-1)!;
    const chance = buildChance(49_979_687);
    const whole = collapse(stretchesOf(folds, () => 0));
    expect(whole.refusal).toBeUndefined();
    for (let round = 0; round < 3; round++) {
      const pieced = collapse(stretchesOf(folds, chance));
      expect({ round, refusal: pieced.refusal?.text }).toEqual({ round, refusal: undefined });
      expect({ round, same: isSameState(whole.after, pieced.after) }).toEqual({ round, same: true });
    }
  });
});
