import { bases } from '../bases/index.ts';
import type { MoveKind, WrittenMove } from '../kinds/index.ts';
import { type Replay, type Sequence, replaySequence, write } from '../sequence/index.ts';
import { pictureOf } from './drill.ts';
import { type Skill, skillNames } from './skills.ts';

/** A small sequence that shows one kind of fold, and the step that does. */
export interface Example {
  readonly sequence: Sequence;
  /** From 1. */
  readonly step: number;
}

const at = (x: number, y: number) => ({ kind: 'sheet' as const, at: [x, y] as const });
const corner = (name: string) => ({ kind: 'named' as const, name });

/** Kinds that no base and no drill has, on the plain square. */
const WRITTEN: Readonly<Partial<Record<MoveKind, WrittenMove>>> = {
  pinch: {
    kind: 'pinch',
    sense: 'valley',
    line: { kind: 'onto', from: corner('A'), to: corner('B') },
    on: [corner('A'), corner('B')],
  },
  hem: {
    kind: 'hem',
    sense: 'valley',
    edge: [corner('A'), corner('B')],
    towards: corner('O'),
    width: 0.12,
    layers: [at(0.5, 0.2)],
  } as WrittenMove,
  rotate: { kind: 'rotate', degrees: 45 },
  turn: { kind: 'turn', over: 'sideways' },
};

/**
 * The plainest example of a kind of fold that the engine really makes: of the bases' steps the one that comes first in its base, else
 * a drill of it, else one written for it. Undefined where there is none: then only the word's meaning is known.
 */
export function exampleOf(kind: MoveKind): Example | undefined {
  const written = WRITTEN[kind];
  if (written) {
    const sequence: Sequence = {
      sheet: { kind: 'square' },
      points: {},
      steps: [write.writeStep('example', written)],
    };
    return made(replaySequence(sequence), 1);
  }
  const found = bases
    .map((base) => ({ base, at: base.steps.findIndex((s) => s.move.kind === kind) }))
    .filter((f) => f.at >= 0)
    .sort((a, b) => a.at - b.at);
  for (const { base, at: index } of found) {
    const { sheet, points, steps } = base;
    const example = made(replaySequence({ sheet, points, steps: steps.slice(0, index + 1) }), index + 1);
    if (example) return example;
  }
  const skill = skillNames.find((s) => SKILL_KINDS[s] === kind);
  const sequence = skill && pictureOf(skill);
  return sequence && { sequence, step: sequence.steps.length };
}

/** The kind each skill is of; those in several kinds stand for the first. */
const SKILL_KINDS: Readonly<Record<Skill, MoveKind>> = {
  pleat: 'pleat',
  narrow: 'narrow',
  fan: 'accordion',
  'inside reverse': 'reverse',
  'outside reverse': 'reverse',
  squash: 'squash',
  ear: 'ear',
  petal: 'petal',
  'pull out': 'pull',
  swivel: 'swivel',
  'inside crimp': 'crimp',
  'outside crimp': 'crimp',
  'open sink': 'sink',
  'closed sink': 'sink',
  collapse: 'collapse',
  refold: 'refold',
};

const made = (replay: Replay, step: number): Example | undefined =>
  replay.steps.some((s) => s.refusal) ? undefined : { sequence: replay.sequence, step };
