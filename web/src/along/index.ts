/** Room: folding along, hands-free: keys and pedal, swipe, voice, clocks, a screen that stays on, and the large foot. */
export { AlongFoot } from './AlongFoot.tsx';
export { AlongFrame } from './AlongFrame.tsx';
export { Wishes } from './Wishes.tsx';
export { toClock, useClock, useTicks } from './clock.ts';
export { useTurnKeys } from './useTurnKeys.ts';
export { useVoice } from './voice.ts';
export { useWakeLock } from './useWakeLock.ts';
export { usePictureRoom } from './usePictureRoom.ts';
export type { Shown } from './shown.ts';
export { useShowing, useShown } from './shown.ts';
