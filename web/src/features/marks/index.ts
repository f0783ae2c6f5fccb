export { MarksPage } from './MarksPage.tsx';
