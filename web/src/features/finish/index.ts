export { FinishPage } from './FinishPage.tsx';
