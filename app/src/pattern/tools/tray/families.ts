import { ACTION_FAMILIES, ACTIONS, type ActionFamily } from '@yibbo/core';

export const FAMILY_NAMES: Readonly<Record<ActionFamily, string>> = {
  time: 'Time',
  length: 'Length',
  pitch: 'Pitch',
  feel: 'Feel',
  copy: 'Copy',
  make: 'Make',
};

/** The families that have actions. */
export const FAMILIES = ACTION_FAMILIES.filter((family) => ACTIONS.some((action) => action.family === family));
