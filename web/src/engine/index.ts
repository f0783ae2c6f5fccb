/** Room: the core behind a worker: what is asked of it, the page's one client, and the open plan's newest answers. */
export type {
  StepCard,
  StepDetail,
  DrillCard,
  FoldSign,
  Preview,
  LayerTooth,
  OfferedPicture,
  Proposal,
  ColourReading,
  BaseCard,
  BaseSheet,
  ComparedWay,
  SwapOffer,
  PosedFigure,
  TasteReading,
  Silhouette,
  ToldRemedy,
  PieceForm,
  WholeReading,
} from './protocol.ts';
export { ENGINE_LOST, getEngine } from './client.ts';
export { EngineProvider } from './provider.tsx';
export { useEngine } from './context.ts';
export { useEachPlan } from './useEachPlan.ts';
export { useBaseCards } from './useBaseCards.ts';
