export { FollowPage } from './FollowPage.tsx';
