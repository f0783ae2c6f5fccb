import { useEffect, useRef } from 'react';
import { type Move, TOOLS } from '@jade/core/kinds';
import type { LayerTooth, Preview } from '../../engine/index.ts';
import { DrawingView, usePalette } from '../../pictures/index.ts';
import { Notice } from '../../ui/index.ts';
import type { Send } from './authoring.ts';
import { type Composer, asksForFlap, toMove } from './composer.ts';
import { hasNoOther } from './focus.ts';
import { LayerComb } from './LayerComb.tsx';
import { Offers, OtherWays } from './Offers.tsx';
import { WORDS } from './words.ts';

/** What the fold that is composed gives, or why it cannot be made and what would work; the layers to choose from. */
export function Outcome({
  composer,
  base,
  preview,
  teeth,
  send,
  size,
  onKeep,
}: {
  composer: Composer;
  base: number;
  preview: Preview | undefined;
  teeth: readonly LayerTooth[];
  send: Send;
  /** Of the picture of what the fold gives, in px. */
  size: { readonly width: number; readonly height: number };
  onKeep: (move: Move) => void;
}) {
  const palette = usePalette();
  const made = toMove(composer);
  return (
    <>
      {preview?.ok && preview.after && (
        <>
          <h2 className="head">{WORDS.itBecomes}</h2>
          <p className="note">{preview.sentence}</p>
          <DrawingView
            drawing={preview.after}
            palette={palette}
            {...size}
            margin={14}
            title={WORDS.whatTheFoldGives}
          />
          <KeepButton onKeep={() => made && onKeep(made)} />
        </>
      )}
      {preview?.refusal && (
        <Notice tone="care" className="compact">
          {preview.refusal.text}
        </Notice>
      )}
      {preview && made && (
        <>
          <Offers
            base={base}
            move={made}
            solution={composer.solution}
            onChoose={(picks) => send({ kind: 'solution chosen', picks })}
          />
          <OtherWays base={base} move={made} isRefused={!preview.ok} onChoose={onKeep} />
        </>
      )}
      {asksForFlap(composer) && TOOLS[composer.tool].countsLayers && teeth.length > 1 && (
        <LayerComb teeth={teeth} onTake={(flap) => send({ kind: 'flap chosen', flap })} />
      )}
    </>
  );
}

function KeepButton({ onKeep }: { onKeep: () => void }) {
  const button = useRef<HTMLButtonElement>(null);
  useEffect(() => {
    if (hasNoOther()) button.current?.focus();
  }, []);
  useEffect(() => {
    const onKey = (e: KeyboardEvent): void => {
      const onLandmark =
        e.target instanceof SVGElement ||
        (e.target instanceof HTMLElement && ['BUTTON', 'A', 'INPUT', 'SELECT'].includes(e.target.tagName));
      if (e.key === 'Enter' && !onLandmark) onKeep();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  });
  return (
    <button ref={button} type="button" data-keep className="btn solid mt-2 w-full" onClick={onKeep}>
      {WORDS.keepThisFold}
    </button>
  );
}
