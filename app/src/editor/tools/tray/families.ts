import { ACTION_FAMILIES, ACTIONS, type ActionFamily } from '@yibbo/core';
import type { TrayTab } from '../../../state/session/session';

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

/** The tray's tabs: the families, the selection rules, the view. */
export const TABS: readonly TrayTab[] = [...FAMILIES, 'select', 'view'];
export const TAB_NAMES: Readonly<Record<TrayTab, string>> = { ...FAMILY_NAMES, select: 'Select', view: 'View' };
