export { AtlasPage } from './AtlasPage.tsx';
