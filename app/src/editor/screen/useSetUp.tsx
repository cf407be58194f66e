import type { ReactNode } from 'react';
import type { OpenPart } from '../../state/session/selectors';
import { useAppSelector } from '../../state/store';
import { ActionMenu } from '../tools/menu/ActionMenu';
import { RuleStrip } from '../tools/rules/RuleStrip';
import { OpenSheet } from '../sheets/pattern/OpenSheet';
import { TrialStrip } from '../tools/trial/TrialStrip';

/** The set-up shown in place of the tools: a menu where it has no place of its own, a trial, a rule or a sheet; null where nothing is. */
export function useSetUp(part: OpenPart, isPanel: boolean, hasMenu: boolean): ReactNode {
  const trial = useAppSelector((state) => state.trial.trial);
  const { rule, menu, sheet } = useAppSelector((state) => state.session);
  if (menu && hasMenu) return <ActionMenu menu={menu} part={part} isInFlow={!isPanel} />;
  if (trial) return <TrialStrip trial={trial} isPanel={isPanel} />;
  if (rule) return <RuleStrip open={rule} isPanel={isPanel} />;
  if (sheet) return <OpenSheet sheet={sheet} part={part} isPanel={isPanel} />;
  return null;
}
