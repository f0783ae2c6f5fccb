import type { z } from 'zod';
import type { WrittenMove } from '../kinds/index.ts';
import { type Step, stepSchema } from './schema.ts';

export {
  across,
  along,
  at,
  beside,
  between,
  bisector,
  creaseOf,
  footOn,
  mark,
  meet,
  mirrorOf,
  on,
  onto,
  through,
  turned,
  unfolded,
} from '../references/index.ts';

/** A step from a move; everything not said is as the schema has it. */
export const writeStep = (
  id: string,
  move: WrittenMove,
  more: Partial<Omit<z.input<typeof stepSchema>, 'id' | 'move'>> = {},
): Step => stepSchema.parse({ id, move, ...more });
