export { PartsPage } from './PartsPage.tsx';
