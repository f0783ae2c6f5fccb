/** Room: what every stage of a plan shares: its head, its verdicts with remedies, the mends of findings, the keys. */
export { StageHead } from './StageHead.tsx';
export { Verdicts } from './Verdicts.tsx';
export { MendButton, useFindings } from './Mends.tsx';
export { isTyping, usePlanKeys } from './usePlanKeys.ts';
export { WaitLine, WaitsButton } from './Waits.tsx';
export { useTaste } from './useTaste.ts';
export { useLastDetail } from './useLastDetail.ts';
export { usePosed } from './usePosed.ts';
export type { PracticeState, SkillRow } from './usePracticeState.ts';
export { usePracticeState } from './usePracticeState.ts';
export { CuttingPlan } from './CuttingPlan.tsx';
export { countStuck } from './stuck.ts';
export { STUCK } from './words.ts';
