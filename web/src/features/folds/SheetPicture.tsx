import type { Drawing } from '@jade/core/drawing';
import type { Point } from '@jade/core/geometry';
import type { SheetCrease } from '@jade/core/trying';
import { DrawingView, type Mark, usePalette } from '../../pictures/index.ts';
import type { StepDetail, Preview } from '../../engine/index.ts';
import type { ChosenCrease, Composer } from './composer.ts';
import { creasesOffered } from './composer.ts';
import { CreaseLines } from './CreaseLines.tsx';
import type { Send } from './authoring.ts';
import { MissingCreases, ScaleBar } from './overlays.tsx';
import { useCreases, useSplits } from './useAuthoring.ts';
import { WORDS } from './words.ts';

interface SheetPictureProps {
  readonly detail: StepDetail;
  readonly composer: Composer | null;
  readonly base: number;
  readonly preview: Preview | undefined;
  readonly px: number;
  readonly marks: readonly Mark[];
  readonly hovered: number | null;
  readonly onHover: (facet: number | null) => void;
  readonly onMark: (key: string) => void;
  readonly onPoint: (at: Point, k: number) => void;
  readonly send: Send;
}

/** The flat sheet with its creases; those of a collapse are clicked here, and what would close up is dotted. */
export function SheetPicture(props: SheetPictureProps) {
  const { detail, composer, base, preview, px, marks, hovered, onHover, onMark, onPoint, send } = props;
  const palette = usePalette();
  const wanted = composer ? creasesOffered(composer.tool) : 'none';
  const asksCreases = composer !== null && wanted !== 'none';
  const creases = useCreases(wanted, base);
  const chosen = composer?.creases ?? NONE;
  const splits = useSplits(chosen, base, creases, wanted);
  const clickCrease = ({ key, fromRef, toRef }: SheetCrease): void => {
    // One stretch of a crease that was chosen whole: its other stretches stay chosen.
    const whole = splits.find((s) => s.stretches.some((c) => c.key === key));
    if (whole)
      send({
        kind: 'creases split',
        creases: chosen.flatMap((c) => (c === whole.crease ? whole.stretches : [c])),
      });
    send({ kind: 'crease clicked', key, from: fromRef, to: toRef });
  };
  const isSmall = px < 200;
  return (
    <figure aria-label={WORDS.sheet} className="shrink-0">
      <DrawingView
        drawing={detail.sheet}
        palette={palette}
        width={px}
        height={px}
        margin={isSmall ? 12 : 26}
        weight={isSmall ? 0.6 : 1}
        title={`The sheet after step ${detail.number}: valley and mountain creases`}
        hovered={hovered}
        onHover={onHover}
        marks={isSmall ? marks.filter((m) => m.look === 'chosen') : marks}
        {...(composer ? { onMark, onPoint } : {})}
      >
        {(place) => (
          <>
            {asksCreases && (
              <CreaseLines
                creases={creases}
                chosen={[...chosen, ...splits.flatMap((s) => s.stretches)]}
                place={place}
                onClick={clickCrease}
              />
            )}
            {preview?.refusal?.adds && <MissingCreases creases={preview.refusal.adds} place={place} />}
          </>
        )}
      </DrawingView>
      <ScaleBar px={px - (isSmall ? 24 : 52)} across={longerOf(detail.sheet.bounds)} isShort={isSmall} />
    </figure>
  );
}

const NONE: readonly ChosenCrease[] = [];

/** The longer side of what is drawn. */
const longerOf = ({ minX, minY, maxX, maxY }: Drawing['bounds']): number =>
  Math.max(maxX - minX, maxY - minY);
