export { DrawerPage } from './DrawerPage.tsx';
