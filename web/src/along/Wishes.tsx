import { useRecords, useSettings } from '../records/index.ts';
import { hasVoice } from './voice.ts';

/** How the bench is wished: spoken, mirrored. */
export function Wishes() {
  const settings = useSettings();
  const { write } = useRecords();
  const { bench } = settings;
  const set = (change: Partial<typeof bench>): void =>
    write('settings', '', { ...settings, bench: { ...bench, ...change } });
  return (
    <span className="flex gap-5 text-[15px]">
      {hasVoice() && (
        <label className="flex min-h-[44px] items-center gap-2">
          <input type="checkbox" checked={bench.voice} onChange={(e) => set({ voice: e.target.checked })} />
          spoken
        </label>
      )}
      <label className="flex min-h-[44px] items-center gap-2">
        <input
          type="checkbox"
          checked={bench.mirrored}
          onChange={(e) => set({ mirrored: e.target.checked })}
        />
        mirrored
      </label>
    </span>
  );
}
