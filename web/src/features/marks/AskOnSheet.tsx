import { useState } from 'react';
import { type Point, toExactText } from '@jade/core/geometry';
import { type MarkWish, readWish } from '@jade/core/ways';
import { useEngine } from '../../engine/index.ts';
import { usePlan } from '../../plan/index.ts';
import { DrawingView, pickNearest, usePalette } from '../../pictures/index.ts';
import { TextField } from '../../ui/index.ts';
import { toShare } from './wishes.ts';
import { WORDS } from './words.ts';

const SIZE = 260;
/** Pointer distance in px within which a landmark is taken. */
const SNAP_PX = 14;
/** Angles folders ask for most: the 22.5 degree family, and thirds. */
const ANGLES = ['11.25', '15', '22.5', '30', '45', '60', '67.5', '90'];

/** A place, or a line through one: written, or pointed at on the sheet as it is creased now. */
export function AskOnSheet({ kind, onAsk }: { kind: 'place' | 'line'; onAsk: (wish: MarkWish) => void }) {
  const { sheet } = usePlan();
  const { result, detail } = useEngine();
  const palette = usePalette();
  const sideMm = result?.readings.sideMm ?? 200;
  const [x, setX] = useState(kind === 'place' ? '1/3' : '0');
  const [y, setY] = useState(kind === 'place' ? '1/5' : '0');
  const [degrees, setDegrees] = useState('22.5');
  const [first, setFirst] = useState<Point | null>(null);
  // A second place that was pointed at says more than an angle: it may be exact where the angle is none.
  const [second, setSecond] = useState<[string, string] | null>(null);
  const writeDegrees = (text: string): void => {
    setDegrees(text);
    setSecond(null);
  };
  const [fault, setFault] = useState('');
  const add = (): void => {
    const at: [string | number, string | number] = [toShare(x, sideMm), toShare(y, sideMm)];
    const wish: MarkWish =
      kind === 'place'
        ? { kind: 'point', at }
        : second
          ? { kind: 'crease', from: at, to: second }
          : { kind: 'line', through: at, degrees: degrees.trim() };
    const read = readWish(sheet.shape, wish);
    if (!read.ok) return setFault(read.fault);
    setFault('');
    onAsk(wish);
  };
  const point = (at: Point, k: number): void => {
    const marks = (detail?.landmarks ?? []).flatMap((l) => (l.sheet ? [{ ...l, at: l.sheet }] : []));
    const hit = pickNearest(marks, at, SNAP_PX / k)?.at ?? at;
    if (kind === 'line' && first && Math.hypot(hit[0] - first[0], hit[1] - first[1]) > 1e-6) {
      setDegrees(toExactText((Math.atan2(hit[1] - first[1], hit[0] - first[0]) * 180) / Math.PI));
      setSecond([toExactText(hit[0]), toExactText(hit[1])]);
      return setFirst(null);
    }
    setX(toExactText(hit[0]));
    setY(toExactText(hit[1]));
    setSecond(null);
    setFirst(hit);
  };
  return (
    <form
      className="flex flex-col gap-4"
      onSubmit={(e) => {
        e.preventDefault();
        add();
      }}
    >
      <div>
        <div className="flex gap-3">
          <TextField
            label={kind === 'place' ? WORDS.acrossFromA : WORDS.throughAcross}
            most={40}
            value={x}
            onText={setX}
            className="w-36"
          />
          <TextField
            label={kind === 'place' ? WORDS.upFromA : WORDS.andUp}
            most={40}
            value={y}
            onText={setY}
            className="w-36"
          />
        </div>
        <p className="note mt-1 mb-2">{WORDS.inSheetSides1}</p>
        {kind === 'line' && (
          <>
            <TextField
              label={WORDS.angleFromTheLower}
              most={40}
              value={degrees}
              onText={writeDegrees}
              {...(second ? { note: `by way of (${second.join(', ')})` } : {})}
            />
            <div className="mt-1 mb-2 flex flex-wrap gap-x-3" role="group" aria-label={WORDS.commonAngles}>
              {ANGLES.map((a) => (
                <button key={a} type="button" className="act text-[14px]" onClick={() => writeDegrees(a)}>
                  {a}°
                </button>
              ))}
            </div>
          </>
        )}
        <button type="submit" className="btn solid">
          {kind === 'place' ? WORDS.askForThisPlace : WORDS.askForThisLine}
        </button>
        {fault && (
          <p role="alert" className="mt-2 text-persimmon">
            {fault}
          </p>
        )}
      </div>
      {detail && (
        <figure>
          <DrawingView
            drawing={detail.sheet}
            palette={palette}
            width={SIZE}
            height={SIZE}
            margin={18}
            weight={0.8}
            title={WORDS.theSheetWithIts}
            onPoint={point}
            marks={
              first ? [{ key: 'first', name: '', at: first, look: 'chosen' as const, showName: false }] : []
            }
          />
          <figcaption className="note">
            {kind === 'place' ? WORDS.pointAtThePlace : first ? WORDS.pointAtASecond : WORDS.pointAtTwoPlaces}
          </figcaption>
        </figure>
      )}
    </form>
  );
}
