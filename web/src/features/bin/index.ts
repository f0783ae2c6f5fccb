export { BinPage } from './BinPage.tsx';
