export { DiaryPage } from './DiaryPage.tsx';
