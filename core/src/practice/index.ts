/**
 * Room: practice. What skills a plan takes, what a hand has done in each, drills computed for it by the fold engine (random,
 * seeded, on three levels), days on which they are due, and which plans are within reach. No clock.
 */
export type { Skill } from './skills.ts';
export { skillNames, skillOf, skillSpec } from './skills.ts';
export type { Drill, DrillAsk, Hardness, Level } from './drill.ts';
export { buildDrills, hardnessOf, levels } from './drill.ts';
export type { Judgement, PracticeTry } from './tries.ts';
export { judgements, practiceTrySchema } from './tries.ts';
export type { NeededStep, PlanNeeds, SkillNeed } from './needs.ts';
export { hardestOf, needsBySkill, readNeeds } from './needs.ts';
export type { DueDrill, Hand, Readiness, Rung, Use } from './hand.ts';
export { MOST_A_DAY, judged, planDrills, readHand, readinessOf, toLadder } from './hand.ts';
export type { Example } from './examples.ts';
export { exampleOf } from './examples.ts';
export { choosePaper } from './paper.ts';
