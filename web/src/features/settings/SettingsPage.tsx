import { scaleHand } from '@jade/core/slips';
import { defaultSettings, settingsSchema, type Settings } from '@jade/core/settings';
import { useState } from 'react';
import { sayFault, useGetSettingsQuery } from '../../api/index.ts';
import { useRecords, useSettings } from '../../records/index.ts';
import { Choice, NumberField, TextField, Notice, Waiting } from '../../ui/index.ts';
import { BenchChecks } from './BenchChecks.tsx';
import { Drill } from './Drill.tsx';
import { Everything } from './Everything.tsx';
import { WORDS } from './words.ts';

const UNITS = [
  { value: 'mm', label: 'millimetres' },
  { value: 'cm', label: 'centimetres' },
  { value: 'in', label: 'inches with fractions' },
] as const;
const THEMES = [
  { value: 'system', label: 'as the system has it' },
  { value: 'day', label: 'day table (light)' },
  { value: 'lamp', label: 'lamp (dark)' },
] as const;

/** Units, theme, and every threshold and slip the readings use; all are rules of thumb to be made one's own. */
export function SettingsPage() {
  const { data: known, error } = useGetSettingsQuery();
  const data = useSettings();
  const { write } = useRecords();
  const [fault, setFault] = useState('');
  if (error && !known)
    return (
      <Notice tone="care" className="m-8 max-w-[640px]">
        {sayFault(error)}
      </Notice>
    );
  if (!known) return <Waiting what={WORDS.readingTheSettings} />;
  const change = (next: Settings): void => {
    const checked = settingsSchema.safeParse(next);
    if (!checked.success) return setFault(`Not changed: ${checked.error.issues[0]!.message}.`);
    setFault('');
    write('settings', '', checked.data);
  };
  const limit = (key: keyof Settings['limits'], label: string, note: string) => (
    <NumberField
      label={label}
      note={note}
      value={data.limits[key]}
      low={0.01}
      high={100}
      step={0.01}
      onNumber={(v) => change({ ...data, limits: { ...data.limits, [key]: v } })}
    />
  );
  const slip = (key: keyof Settings['sigma'], label: string) => (
    <NumberField
      label={label}
      value={data.sigma[key]}
      low={0.01}
      high={100}
      step={0.01}
      onNumber={(v) => change({ ...data, sigma: { ...data.sigma, [key]: v } })}
    />
  );
  return (
    <main className="px-8 pt-5 pb-10">
      <h1 className="sr-only">{WORDS.settings}</h1>
      <p className="say mb-4 max-w-[70ch]">{WORDS.lengthsAreKeptIn}</p>
      {fault && (
        <Notice tone="care" className="mb-4 max-w-[640px]">
          {fault}
        </Notice>
      )}
      <div className="grid max-w-[980px] grid-cols-3 gap-x-6 gap-y-4 max-[800px]:grid-cols-2">
        <h2 className="head col-span-full">{WORDS.reading}</h2>
        <Choice
          label={WORDS.lengthsIn}
          value={data.unit}
          options={UNITS}
          onChoice={(unit) => change({ ...data, unit })}
        />
        <Choice
          label={WORDS.light}
          value={data.theme}
          options={THEMES}
          onChoice={(theme) => change({ ...data, theme })}
        />
        <TextField
          label={WORDS.folder}
          most={80}
          value={data.folder}
          onText={(folder) => change({ ...data, folder })}
          note={WORDS.folderSays}
        />
        <h2 className="head col-span-full border-t border-rule pt-4">{WORDS.yourSlipsMmOne}</h2>
        {slip('edgeToEdge', 'Edge to edge')}
        {slip('pointToPoint', 'Point to point')}
        {slip('throughMarks', 'Through two marks')}
        {slip('byEye', 'By eye')}
        {slip('guess', 'A guessed division')}
        <Drill
          onTake={(key, mm) => change({ ...data, sigma: { ...data.sigma, [key]: Math.max(mm, 0.01) } })}
        />
        <BenchChecks
          since={data.handTakenAt}
          onTake={(factor) =>
            change({
              ...data,
              sigma: scaleHand(data.sigma, factor),
              handTakenAt: new Date().toISOString(),
            })
          }
        />
        <h2 className="head col-span-full border-t border-rule pt-4">{WORDS.narrowFlapsMm}</h2>
        {limit('comfortableMm', 'Comfortable from', 'rule of thumb 8')}
        {limit('fingersMm', 'Fingers from', 'rule of thumb 5')}
        {limit('tweezersMm', 'Tweezers from', 'rule of thumb 2.5; below it too small')}
        <h2 className="head col-span-full border-t border-rule pt-4">{WORDS.bulkLayersCaliperOver}</h2>
        {limit('bulkEasy', 'Easy up to', 'rule of thumb 0.15')}
        {limit('bulkHard', 'Hard up to', 'rule of thumb 0.3')}
        {limit('bulkVeryHard', 'Very hard up to', 'rule of thumb 0.4; above it will not close')}
        <p className="col-span-full">
          <button
            type="button"
            className="btn"
            onClick={() =>
              change({
                ...defaultSettings,
                folder: data.folder,
                unit: data.unit,
                theme: data.theme,
                marks: data.marks,
              })
            }
          >
            {WORDS.backToTheRules}
          </button>
        </p>
        <Everything />
      </div>
    </main>
  );
}
