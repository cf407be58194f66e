import { actionById, paramFields } from '@yibbo/core';
import { Press } from '../../../controls/Press';
import { useAppDispatch, useAppSelector } from '../../../state/store';
import { paramsUsed } from '../../../state/session/trial';

const ROUND = paramFields(actionById('rotate').params).find(({ name }) => name === 'around')!.options;

/** The range notes are rotated in: a press goes on to the next. */
export function RoundPress() {
  const dispatch = useAppDispatch();
  const used = useAppSelector((state) => state.trial.lastParams.rotate);
  const at = Math.max(
    0,
    ROUND.findIndex(({ value }) => value === used?.around),
  );
  const next = ROUND[(at + 1) % ROUND.length]!;
  return (
    <Press
      look="raised"
      label={`Rotate round ${ROUND[at]!.name}: change`}
      shown={`round ${ROUND[at]!.name}`}
      onPress={() => dispatch(paramsUsed({ actionId: 'rotate', params: { ...used, around: next.value } }))}
    />
  );
}
