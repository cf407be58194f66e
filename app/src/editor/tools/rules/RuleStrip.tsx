import { counted, ruleById } from '@yibbo/core';
import { ParamControls } from '../../../controls/ParamControls';
import { Press } from '../../../controls/Press';
import { Words } from '../../../controls/words';
import { useAppDispatch, useAppSelector } from '../../../state/store';
import type { OpenRule } from '../../../state/session/session';
import { selectPart } from '../../../state/session/selectors';
import { divisionOf } from '../../screen/scope';
import { StripFrame } from '../../sheets/StripFrame';
import { changeRule, closeRule } from '../../../acts/pattern/rules';

/** A selection rule's settings: what it picks is selected as they change, and counted. */
export function RuleStrip({ open, isPanel }: { readonly open: OpenRule; readonly isPanel: boolean }) {
  const dispatch = useAppDispatch();
  const count = useAppSelector((state) => state.session.selected.length);
  const set = useAppSelector((state) => state.session.ruleParams[open.ruleId]);
  const grid = useAppSelector((state) => divisionOf(selectPart(state)));
  const rule = ruleById(open.ruleId);
  const params = rule.params.parse(set ?? {}) as Record<string, unknown>;
  return (
    <StripFrame
      label={`Select: ${rule.label}`}
      title={rule.label}
      note={
        <Words small aria-live="polite">
          {counted(count, 'note')}
        </Words>
      }
      isPanel={isPanel}
      testID="rule"
      ends={<Ends open={open} />}
    >
      <Words small faded>
        {rule.help}
      </Words>
      <ParamControls
        params={rule.params}
        values={params}
        grid={grid}
        onChange={(changed) => dispatch(changeRule(changed))}
        isPanel={isPanel}
      />
    </StripFrame>
  );
}

function Ends({ open }: { readonly open: OpenRule }) {
  const dispatch = useAppDispatch();
  return (
    <>
      {open.among.length && !ruleById(open.ruleId).widens ? (
        <Press
          grow
          look={open.isWithin ? 'on' : 'raised'}
          pressed={open.isWithin}
          label={`Among the ${open.among.length} selected`}
          shown={`Among the ${open.among.length}`}
          onPress={() => dispatch(changeRule({}, !open.isWithin))}
        />
      ) : null}
      <Press label="Select as before" shown="As before" grow look="raised" onPress={() => dispatch(closeRule(false))} />
      <Press label="Keep the selection" shown="Keep" grow look="strong" onPress={() => dispatch(closeRule(true))} />
    </>
  );
}
