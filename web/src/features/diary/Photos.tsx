import { useEffect, useState } from 'react';
import {
  type DiaryEntry,
  MOST_PHOTOS,
  type MarkedPhoto,
  type Photo,
  mmPerPixel,
  photoLengths,
  sidePairs,
} from '@jade/core/plan';
import type { Drawing } from '@jade/core/drawing';
import { toFigure } from '@jade/core/units';
import { getEngine, useEngine } from '../../engine/index.ts';
import { DrawingView, usePalette } from '../../pictures/index.ts';
import { freshId, usePlanState } from '../../plan/index.ts';
import { usePhotos, useRecords } from '../../records/index.ts';
import { Choice, Leaf, Notice, NumberField, sayShortDay } from '../../ui/index.ts';
import { readPhoto } from './photoFile.ts';
import { WORDS } from './words.ts';

const sourceOf = ({ type, data }: Photo): string => `data:${type};base64,${data}`;

/** Photographs of the models, each with its entry; one of them is opened to be measured beside the drawn model. */
export function Photos() {
  const { id } = usePlanState();
  const { input } = useEngine();
  const { data: photos } = usePhotos(id);
  const { write, remove } = useRecords();
  const entries = [...(input?.diary ?? [])].sort((a, b) => b.date.localeCompare(a.date));
  const [entryId, setEntryId] = useState<string>();
  const [open, setOpen] = useState<string | null>(null);
  const [fault, setFault] = useState('');
  if (!id || entries.length === 0) return null;
  const chosen = entries.find((e) => e.id === entryId) ?? entries[0]!;
  const add = async (file: File | undefined): Promise<void> => {
    if (!file) return;
    if (chosen.photos.length >= MOST_PHOTOS)
      return setFault(`An entry has ${MOST_PHOTOS} photographs at most; take one out first.`);
    const read = await readPhoto(file);
    if (typeof read === 'string') return setFault(read);
    setFault('');
    const photo: Photo = {
      id: freshId('photo'),
      entryId: chosen.id,
      name: file.name.slice(0, 120),
      at: new Date().toISOString(),
      ...read,
    };
    write('photo', id, photo);
    write('entry', id, { ...chosen, photos: [...chosen.photos, { id: photo.id, scale: null, lengths: [] }] });
    setOpen(photo.id);
  };
  const shown = entries.flatMap((entry) =>
    entry.photos.flatMap((mark) => {
      const photo = photos?.find((p) => p.id === mark.id);
      return photo ? [{ entry, mark, photo }] : [];
    }),
  );
  const opened = shown.find((s) => s.photo.id === open);
  const change = (entry: DiaryEntry, mark: MarkedPhoto): void =>
    write('entry', id, { ...entry, photos: entry.photos.map((p) => (p.id === mark.id ? mark : p)) });
  return (
    <section aria-label={WORDS.photographs} className="mt-6">
      <h2 className="head mb-1">{WORDS.photographs}</h2>
      <div className="flex flex-wrap items-end gap-3">
        <Choice
          label={WORDS.photoOf}
          className="w-56"
          value={chosen.id}
          options={entries.map((e) => ({
            value: e.id,
            label: `${sayShortDay(e.date)}, ${toFigure(e.sheetMm, 0)} mm`,
          }))}
          onChoice={setEntryId}
        />
        <label className="btn cursor-pointer">
          {WORDS.addPhoto}
          <input
            type="file"
            accept="image/*"
            className="sr-only"
            onChange={(e) => {
              void add(e.target.files?.[0]);
              e.target.value = '';
            }}
          />
        </label>
      </div>
      {fault && (
        <Notice tone="care" className="mt-2">
          {fault}
        </Notice>
      )}
      {shown.length === 0 ? (
        <p className="note mt-2">{WORDS.noPhotos}</p>
      ) : (
        <ul className="mt-3 flex flex-wrap gap-4">
          {shown.map(({ entry, mark, photo }) => (
            <li key={photo.id} className="w-[150px]">
              <button
                type="button"
                className="block w-full border border-rule"
                aria-label={`Measure ${photo.name}`}
                onClick={() => setOpen(photo.id)}
              >
                <img src={sourceOf(photo)} alt="" className="block h-[110px] w-full object-contain" />
              </button>
              <span className="note block">
                {sayShortDay(entry.date)}
                {mark.scale === null ? '' : `, ${mark.lengths.length} measured`}
              </span>
            </li>
          ))}
        </ul>
      )}
      {opened && (
        <Leaf
          open
          onOpen={(is) => !is && setOpen(null)}
          title={`${opened.photo.name}, ${sayShortDay(opened.entry.date)}`}
          width="page"
        >
          <MeasurePhoto
            {...opened}
            onMark={(mark) => change(opened.entry, mark)}
            onTakeOut={() => {
              const { entry, photo } = opened;
              setOpen(null);
              write('entry', id, { ...entry, photos: entry.photos.filter((p) => p.id !== photo.id) });
              remove('photo', id, photo.id);
            }}
          />
        </Leaf>
      )}
    </section>
  );
}

interface MeasureProps {
  readonly entry: DiaryEntry;
  readonly mark: MarkedPhoto;
  readonly photo: Photo;
  readonly onMark: (mark: MarkedPhoto) => void;
  readonly onTakeOut: () => void;
}

/** Width the photograph is shown at, in px. */
const SHOWN = 460;

/** Two points whose distance is known give the scale; any other two are measured by it, beside the model drawn as large. */
function MeasurePhoto({ entry, mark, photo, onMark, onTakeOut }: MeasureProps) {
  const palette = usePalette();
  const [first, setFirst] = useState<[number, number] | null>(null);
  const [name, setName] = useState('');
  const [knownMm, setKnownMm] = useState(mark.scale?.mm ?? entry.measuredMm);
  const [isScaling, setScaling] = useState(mark.scale === null);
  const drawing = useFinished();
  const show = SHOWN / photo.widthPx;
  const k = mmPerPixel(mark);
  const lengths = photoLengths(mark);
  const pairs = sidePairs(lengths);
  const put = (at: [number, number]): void => {
    if (!first) return setFirst(at);
    if (Math.hypot(at[0] - first[0], at[1] - first[1]) < 2) return setFirst(null);
    setFirst(null);
    if (isScaling) {
      onMark({ ...mark, scale: { a: first, b: at, mm: knownMm } });
      setScaling(false);
    } else if (mark.lengths.length < MOST_LENGTHS) {
      onMark({
        ...mark,
        lengths: [
          ...mark.lengths,
          { name: name.trim() || `length ${mark.lengths.length + 1}`, a: first, b: at },
        ],
      });
      setName('');
    }
  };
  const lines = [
    ...(mark.scale ? [{ ...mark.scale, name: `${toFigure(mark.scale.mm, 1)} mm`, isScale: true }] : []),
    ...mark.lengths.map((l) => ({ ...l, isScale: false })),
  ];
  return (
    <div className="flex flex-wrap items-start gap-6">
      <div>
        <svg
          width={SHOWN}
          height={photo.heightPx * show}
          viewBox={`0 0 ${photo.widthPx} ${photo.heightPx}`}
          role="img"
          aria-label={WORDS.photoToMeasure}
          className="block max-w-full cursor-crosshair border border-rule"
          onClick={(e) => {
            const box = e.currentTarget.getBoundingClientRect();
            put([
              ((e.clientX - box.left) / box.width) * photo.widthPx,
              ((e.clientY - box.top) / box.height) * photo.heightPx,
            ]);
          }}
        >
          <image href={sourceOf(photo)} width={photo.widthPx} height={photo.heightPx} />
          {lines.map((l, i) => (
            <g key={i} stroke={l.isScale ? 'var(--jade)' : 'var(--persimmon)'} strokeWidth={2.5 / show}>
              <line x1={l.a[0]} y1={l.a[1]} x2={l.b[0]} y2={l.b[1]} stroke="#ffffff" strokeWidth={5 / show} />
              <line x1={l.a[0]} y1={l.a[1]} x2={l.b[0]} y2={l.b[1]} />
              {[l.a, l.b].map((p, j) => (
                <circle key={j} cx={p[0]} cy={p[1]} r={4 / show} fill="#ffffff" />
              ))}
              <text
                x={(l.a[0] + l.b[0]) / 2 + 6 / show}
                y={(l.a[1] + l.b[1]) / 2}
                fontSize={14 / show}
                fontWeight="700"
                fill="#1a2320"
                stroke="#ffffff"
                strokeWidth={4 / show}
                paintOrder="stroke"
              >
                {l.name}
              </text>
            </g>
          ))}
          {first && (
            <circle cx={first[0]} cy={first[1]} r={5 / show} fill="var(--persimmon)" stroke="#ffffff" />
          )}
        </svg>
        <p className="note mt-1" role="status">
          {first ? WORDS.nowTheSecond : isScaling ? WORDS.markTheKnown : WORDS.markALength}
        </p>
      </div>
      <div className="flex min-w-[280px] flex-1 flex-col gap-3">
        {isScaling ? (
          <NumberField
            label={WORDS.knownLength}
            className="w-44"
            value={knownMm}
            low={1}
            high={5000}
            step={0.1}
            onNumber={setKnownMm}
          />
        ) : (
          <>
            <label className="flex flex-col">
              <span className="note">{WORDS.nameOfNext}</span>
              <input
                type="text"
                maxLength={60}
                value={name}
                placeholder="left ear"
                onChange={(e) => setName(e.target.value)}
              />
            </label>
            <button type="button" className="act self-start" onClick={() => setScaling(true)}>
              {WORDS.setScaleAgain}
            </button>
          </>
        )}
        {lengths.length > 0 && (
          <ul aria-label={WORDS.lengths}>
            {lengths.map((l, i) => (
              <li key={i} className="flex items-baseline gap-3 border-b border-rule py-1">
                <span className="flex-1">{l.name}</span>
                <b>{toFigure(l.mm, 1)} mm</b>
                <span className="note">± {toFigure(l.offMm, 1)}</span>
                <button
                  type="button"
                  className="act"
                  aria-label={`Take out ${l.name}`}
                  onClick={() => onMark({ ...mark, lengths: mark.lengths.filter((_, at) => at !== i) })}
                >
                  {WORDS.takeOut}
                </button>
              </li>
            ))}
          </ul>
        )}
        {pairs.map((p) => (
          <p key={p.what} data-testid="left-right">
            <b>{p.what}</b>: left {toFigure(p.leftMm, 1)}, right {toFigure(p.rightMm, 1)} mm.{' '}
            {Math.abs(p.differenceMm) <= p.sureMm
              ? `They are alike as far as the picture tells (to ${toFigure(p.sureMm, 1)} mm).`
              : `The ${p.differenceMm > 0 ? 'left' : 'right'} one is ${toFigure(Math.abs(p.differenceMm), 1)} mm longer.`}
          </p>
        ))}
        {drawing && k !== undefined && (
          <figure>
            <DrawingView
              drawing={drawing}
              palette={palette}
              width={300}
              height={260}
              margin={8}
              scale={(show / k) * entry.sheetMm}
              title={WORDS.drawnAsLarge}
            />
            <figcaption className="note">{WORDS.drawnAsLarge}</figcaption>
          </figure>
        )}
        <button type="button" className="act self-start" onClick={onTakeOut}>
          {WORDS.takeOutPhoto}
        </button>
      </div>
    </div>
  );
}

/** As many lengths as a photograph keeps. */
const MOST_LENGTHS = 20;

/** The finished model as the audience sees it, in sides of its sheet. */
function useFinished(): Drawing | null {
  const { result } = useEngine();
  const [drawing, setDrawing] = useState<Drawing | null>(null);
  useEffect(() => {
    let live = true;
    if (result)
      void getEngine()
        .drawFinished()
        .then((d) => live && setDrawing(d));
    return () => {
      live = false;
    };
  }, [result]);
  return drawing;
}
