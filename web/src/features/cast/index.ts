export { CastPage } from './CastPage.tsx';
