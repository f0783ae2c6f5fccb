export { BriefPage } from './BriefPage.tsx';
