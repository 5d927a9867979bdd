import { PagePreview } from '../pages';
import { NewStarter, StarterAnswer, StarterPatch, StartersAnswer } from '../starters';
import { define } from './operation';

/** What new pages and blocks begin with. */
export const starters = {
  starters: define('starters', {
    summary: 'All starters, with what they are made of',
    act: 'read',
    answer: StartersAnswer,
  }),
  addStarter: define('addStarter', {
    summary: 'Keep blocks or a whole page as a starter',
    act: 'arrange pages',
    body: NewStarter,
    answer: StarterAnswer,
    status: 201,
  }),
  starter: define('starter', { summary: 'One starter, to be copied', act: 'read', answer: StarterAnswer }),
  changeStarter: define('changeStarter', {
    summary: 'Rename or describe a starter, or replace what it holds',
    act: 'arrange pages',
    body: StarterPatch,
    answer: StarterAnswer,
    guarded: true,
  }),
  forgetStarter: define('forgetStarter', {
    summary: 'Forget a starter; what began with it stays',
    act: 'arrange pages',
    status: 204,
    guarded: true,
  }),
  starterPreview: define('starterPreview', {
    summary: 'What a starter would be drawn from, alone',
    act: 'read',
    answer: PagePreview,
  }),
};
