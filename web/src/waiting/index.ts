/** Room: waits that were begun at a bench: counted down on any page, and told when they end. */
export { CountDown } from './CountDown.tsx';
export { WaitNotice } from './WaitNotice.tsx';
