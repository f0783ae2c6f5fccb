/** Feature: the calendar of the show: many models up to their dates. */
export { CalendarPage } from './CalendarPage.tsx';
