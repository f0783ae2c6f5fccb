import type { ReactNode } from 'react';
import type { Drawing } from '@jade/core/drawing';
import type { Bounds, Point } from '@jade/core/geometry';
import { type DragPhase, DrawingView, type Mark, usePalette } from '../../pictures/index.ts';
import type { Preview } from '../../engine/index.ts';
import { Cross, DragGhost, Ghost, type Spot, SpotMark } from './overlays.tsx';
import type { Drag } from './useDrag.ts';

interface ModelPictureProps {
  readonly drawing: Drawing;
  readonly step: number;
  readonly width: number;
  readonly height: number;
  readonly shown: Bounds | undefined;
  readonly marks: readonly Mark[];
  readonly hovered: number | null;
  readonly onHover: (facet: number | null) => void;
  readonly preview: Preview | undefined;
  readonly drag: Drag | null;
  readonly refusalAt: Point | undefined;
  /** The place on a line that a press would take. */
  readonly spot: Spot | null;
  readonly onMove: (at: Point | null, k: number) => void;
  readonly onZoom: (at: Point, factor: number) => void;
  /** While a fold is composed points are chosen, and dragging shifts the picture; else it moves the paper. */
  readonly choosing?: {
    readonly onMark: (key: string) => void;
    readonly onPoint: (at: Point, k: number) => void;
  };
  readonly onDrag: (phase: DragPhase, at: Point, k: number) => void;
  readonly children?: ReactNode;
}

/** The folded model to be folded on: landmarks to choose or drag, what a fold would give, where paper would tear. */
export function ModelPicture(props: ModelPictureProps) {
  const { drawing, step, width, height, preview, drag, refusalAt, choosing } = props;
  const palette = usePalette();
  return (
    <DrawingView
      drawing={drawing}
      palette={palette}
      width={width}
      height={height}
      margin={Math.min(40, width * 0.1)}
      title={`The model after step ${step}`}
      hovered={props.hovered}
      onHover={props.onHover}
      marks={props.marks}
      shown={props.shown}
      onMove={props.onMove}
      onZoom={props.onZoom}
      onDrag={props.onDrag}
      {...choosing}
    >
      {(place) => (
        <>
          {preview?.ok && preview.after && <Ghost preview={preview} place={place} />}
          {props.spot && <SpotMark spot={props.spot} place={place} />}
          {drag && <DragGhost drag={drag} place={place} />}
          {refusalAt && <Cross at={place(refusalAt)} />}
        </>
      )}
    </DrawingView>
  );
}
