import { z } from 'zod';
import { distance, dot, sideOf, subtract, toUnit, turnLeft } from '../geometry/index.ts';
import type { ShapedStep } from './replay.ts';

/** How much a bend gives by its paper: the strain that springs back, per unit of memory it lacks (rule of thumb). */
const SPRING = 0.012;
/** What that may be out until drills say better: a third either way. */
const UNSURE = 0.3;

/** After a strip of the very paper was tried, it is out by so much: what a hand reads off a protractor. */
const UNSURE_TRIED = 0.1;

/** A strip of one layer bent round a rod, let go of, and measured. */
export const springDrillSchema = z
  .strictObject({
    rodMm: z.number().min(0.5).max(300),
    setDegrees: z.number().min(10).max(360),
    keptDegrees: z.number().min(0).max(360),
  })
  .refine((d) => d.keptDegrees <= d.setDegrees, 'A strip keeps no more than it was bent by.');
export type SpringDrill = z.infer<typeof springDrillSchema>;

/** The share of a bend that is kept where x of the section is elastic (elastic core of a bent sheet). */
const keptAt = (x: number): number => 1 - 1.5 * x + 0.5 * x ** 3;

/** The strain that springs back of paper whose strip kept so much; 0 where it kept everything. */
export function strainOf({ rodMm, setDegrees, keptDegrees }: SpringDrill, caliperMm: number): number {
  const kept = keptDegrees / setDegrees;
  let [low, high] = [0, 1];
  for (let i = 0; i < 50; i++) {
    const middle = (low + high) / 2;
    if (keptAt(middle) > kept) low = middle;
    else high = middle;
  }
  return (low * caliperMm) / rodMm;
}

/** What a step keeps of the angle it is set to. */
export interface Spring {
  /** Share that is kept, 0 to 1, as is likely. */
  readonly keeps: number;
  /** The least and the most it may be. */
  readonly least: number;
  readonly most: number;
  /** Layers bent together. */
  readonly layers: number;
}

/**
 * Springback of a step: a bend over radius r of paper t thick keeps 1 - 1.5 x + 0.5 x^3 of its angle, x = 2 r e / t (elastic
 * core of a bent sheet); a sharp fold has half the thickness of its stack for a radius. `memory` is 1 for paper that
 * stays; a strip that was tried says more than the paper's kind.
 */
export function springOf(
  step: ShapedStep,
  {
    caliperMm,
    memory,
    drill,
  }: { readonly caliperMm: number; readonly memory: number; readonly drill?: SpringDrill },
): Spring {
  const layers = layersBent(step);
  const thick = caliperMm * Math.max(1, layers);
  const radius = 'rodMm' in step.act ? step.act.rodMm / 2 : thick / 2;
  const kept = (e: number): number => {
    return keptAt(Math.min(1, (2 * radius * e) / caliperMm));
  };
  const e = drill ? strainOf(drill, caliperMm) : SPRING * (1 - memory);
  const unsure = drill ? UNSURE_TRIED : UNSURE;
  return { keeps: kept(e), least: kept(e * (1 + unsure)), most: kept(e * (1 - unsure)), layers };
}

/** Layers that are bent at the first line of a step: all edges on it together, over how far they reach. */
export function layersBent(step: ShapedStep): number {
  const { length, run } = bentAt(step);
  return run > 1e-9 ? Math.max(1, Math.round(length / run)) : 0;
}

/** The first line of a step: how far it reaches over the part, and how long all edges on it are together, in sheet sides. */
export function bentAt({ before, after }: ShapedStep): { readonly length: number; readonly run: number } {
  const number = before.hinges.length;
  const hinge = after.hinges[number];
  if (!hinge) return { length: 0, run: 0 };
  const along = toUnit(subtract(hinge.to, hinge.from));
  const normal = turnLeft(along);
  const line = { normal, offset: dot(normal, hinge.from) };
  let [sum, low, high] = [0, Infinity, -Infinity];
  for (const { model, plate } of after.pieces) {
    if (!plate.includes(number)) continue;
    model.forEach((p, i) => {
      const q = model[(i + 1) % model.length]!;
      if (Math.abs(sideOf(line, p)) > 1e-7 || Math.abs(sideOf(line, q)) > 1e-7) return;
      sum += distance(p, q);
      low = Math.min(low, dot(along, p), dot(along, q));
      high = Math.max(high, dot(along, p), dot(along, q));
    });
  }
  return { length: sum, run: Math.max(0, high - low) };
}
