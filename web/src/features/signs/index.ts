export { SignsPage } from './SignsPage.tsx';
