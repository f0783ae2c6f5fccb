export { FoldsPage } from './FoldsPage.tsx';
