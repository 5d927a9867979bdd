import {
  ChangeSheet,
  ModelAnswer,
  ModelTrial,
  NumbersAnswer,
  PlacedPages,
  PlacedQuery,
  PlacementCounts,
  ReadyMadeModels,
  TypeFigures,
  TypeReach,
  WorkingModelAnswer,
  WorkingModelPut,
} from '../model';
import { inputBounds } from '../parse-input';
import { define } from './operation';

/** The model: in force, worked on, changed and counted. */
export const model = {
  model: define('model', { summary: 'The model in force', act: 'read', answer: ModelAnswer }),
  workingModel: define('workingModel', {
    summary: 'The working copy, with its faults',
    act: 'shape the model',
    answer: WorkingModelAnswer,
  }),
  keepWorkingModel: define('keepWorkingModel', {
    mostBytes: inputBounds.large,
    summary: 'Save the working copy',
    act: 'shape the model',
    body: WorkingModelPut,
    answer: WorkingModelAnswer,
    guarded: true,
  }),
  dropWorkingModel: define('dropWorkingModel', {
    summary: 'Go back to the model in force',
    act: 'shape the model',
    status: 204,
    guarded: true,
  }),
  changeSheet: define('changeSheet', {
    summary: 'What putting the working copy in force would change',
    act: 'shape the model',
    answer: ChangeSheet,
  }),
  applyModel: define('applyModel', {
    summary: 'Put the working copy in force',
    act: 'shape the model',
    answer: ModelAnswer,
    guarded: true,
  }),
  typeFigures: define('typeFigures', {
    summary: 'Coverage of the fields of a content type, from real content',
    act: 'read',
    answer: TypeFigures,
  }),
  typeReach: define('typeReach', {
    summary: 'What a type, field set or scheme reaches: entries, pages, listings',
    act: 'read',
    answer: TypeReach,
  }),
  placementCounts: define('placementCounts', {
    summary: 'How many pages of each type stand under each',
    act: 'read',
    answer: PlacementCounts,
  }),
  placedPages: define('placedPages', {
    summary: 'The pages that stand as some placements say, at most 60 of them',
    act: 'read',
    query: PlacedQuery,
    answer: PlacedPages,
  }),
  tryModel: define('tryModel', {
    mostBytes: inputBounds.large,
    summary: 'Read a model document and tell what is wrong with it, without saving it',
    act: 'shape the model',
    body: WorkingModelPut,
    answer: ModelTrial,
    status: 200,
  }),
  readyMadeModels: define('readyMadeModels', {
    summary: 'The models of the ready-made sites',
    act: 'read',
    answer: ReadyMadeModels,
  }),
  fieldNumbers: define('fieldNumbers', {
    summary: 'The numbers a field holds, least first, at most 2,000 of them',
    act: 'read',
    answer: NumbersAnswer,
  }),
};
