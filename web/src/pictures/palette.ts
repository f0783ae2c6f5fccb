import { useMemo } from 'react';
import { dayPalette, type Palette } from '@jade/core/drawing';
import type { Plan } from '@jade/core/plan';
import { usePlan } from '../plan/index.ts';

export const paletteOf = (plan: Plan): Palette => dayPalette(plan.paper.front.hex, plan.paper.back.hex);

/** Inks and paper colours of the open plan. */
export function usePalette(): Palette {
  const { front, back } = usePlan().paper;
  return useMemo(() => dayPalette(front.hex, back.hex), [front.hex, back.hex]);
}

/** Inks on a neutral sheet, for what belongs to no plan (the atlas). */
export const housePalette: Palette = dayPalette('#a9bcc6', '#f3e9d3');
