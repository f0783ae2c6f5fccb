import { createContext, useContext } from 'react';
import type { Drawing } from '@jade/core/drawing';
import type { PlanInput, PlanResult, StepDetail } from './protocol.ts';

export interface EngineView {
  readonly input: PlanInput | undefined;
  readonly result: PlanResult | undefined;
  /** Thumbnails of the steps by their stamps; those of a long plan come one after another. */
  readonly pictures: ReadonlyMap<number, Drawing>;
  readonly detail: StepDetail | undefined;
  /** What broke in the worker, if anything did. */
  readonly fault: string | undefined;
}

export const EngineContext = createContext<EngineView>({
  input: undefined,
  result: undefined,
  pictures: new Map(),
  detail: undefined,
  fault: undefined,
});

/** What the engine has computed of the open plan so far. */
export const useEngine = (): EngineView => useContext(EngineContext);
