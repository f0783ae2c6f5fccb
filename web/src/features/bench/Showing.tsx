import { useEffect, useState } from 'react';
import { type Drawing, mirrorDrawing, toSvg } from '@jade/core/drawing';
import { type Shown, useShowing } from '../../along/index.ts';
import { type OpenRoom, closeRoom, fetchRoom, openRoom, showInRoom } from '../../api/index.ts';
import { usePalette } from '../../pictures/index.ts';
import { useSettings } from '../../records/index.ts';
import { Leaf, Notice } from '../../ui/index.ts';
import { WORDS } from './words.ts';

/** A second screen that follows: another window, or, once the folder opens the room, a tablet by a code. */
export function Showing({ name, place, says, drawings }: Omit<Shown, 'palette'>) {
  const { mirrored } = useSettings().bench;
  const palette = usePalette();
  const shown = mirrored ? drawings.map(mirrorDrawing) : drawings;
  const key = `${place}|${says}|${mirrored}|${drawings.map(stampOf).join(',')}`;
  useShowing({ name, place, says, drawings: shown, palette }, key);
  const [isOpen, setOpen] = useState(false);
  const [room, setRoom] = useState<OpenRoom | null>(null);
  const [fault, setFault] = useState('');
  useEffect(() => {
    void fetchRoom().then((r) => r && setRoom(r));
  }, []);
  useEffect(() => {
    if (!room) return;
    const pictures = shown.map((d, i) =>
      toSvg(d, { width: i === 0 ? 760 : 340, height: i === 0 ? 560 : 300, palette, title: says, margin: 40 }),
    );
    void showInRoom({ name, place, says: says.slice(0, 4000), pictures });
    // eslint-disable-next-line react-hooks/exhaustive-deps -- the key is made of what is shown
  }, [room, key]);
  const set = async (to: 'open' | 'closed'): Promise<void> => {
    const next = await (to === 'open' ? openRoom() : closeRoom());
    setFault(next === undefined ? WORDS.roomFault : '');
    if (next !== undefined) setRoom(next);
  };
  return (
    <>
      <button type="button" className="act min-h-[44px]" onClick={() => setOpen(true)}>
        {room ? `${WORDS.openToTheRoom}, ${room.code}` : WORDS.secondScreen}
      </button>
      {isOpen && (
        <Leaf open onOpen={setOpen} title={WORDS.secondScreen}>
          <p className="mb-2">
            {WORDS.anotherWindow}{' '}
            <a className="act" href="/follow" target="_blank" rel="noreferrer">
              {WORDS.openWindow}
            </a>
          </p>
          {room ? (
            <>
              <p className="mb-2">{WORDS.roomIsOpen}</p>
              <p className="mb-1 text-[22px]" data-testid="room-address">
                {room.addresses.join(' or ')}
              </p>
              <p
                className="mb-3 text-[34px] leading-[40px] font-semibold tracking-[0.15em]"
                data-testid="room-code"
              >
                {room.code}
              </p>
              <button type="button" className="btn solid" onClick={() => void set('closed')}>
                {WORDS.closeTheRoom}
              </button>
            </>
          ) : (
            <>
              <p className="mb-3">{WORDS.roomSays}</p>
              <button type="button" className="btn" onClick={() => void set('open')}>
                {WORDS.openTheRoom}
              </button>
            </>
          )}
          {fault && (
            <Notice tone="care" className="mt-3">
              {fault}
            </Notice>
          )}
        </Leaf>
      )}
    </>
  );
}

const stamps = new WeakMap<Drawing, number>();
let last = 0;
const stampOf = (d: Drawing): number => {
  const known = stamps.get(d) ?? ++last;
  stamps.set(d, known);
  return known;
};
