import { useEffect } from 'react';
import { YStack } from '@tamagui/stacks';
import { useKeys } from '../../editor/keyboard/useKeys';
import { Readout } from '../../editor/screen/Readout';
import { useSetUp } from '../../editor/screen/useSetUp';
import { ActionMenu } from '../../editor/tools/menu/ActionMenu';
import { AllTools } from '../../editor/tools/panel/AllTools';
import { Tray } from '../../editor/tools/tray/Tray';
import type { OpenPart } from '../../state/session/selectors';
import { useAppSelector } from '../../state/store';
import { useOpenHere } from './useOpenHere';

/** Below the page: what is selected in the pattern that is opened on it, and on a phone its tools. */
export function HereTools({ part, isWide }: { readonly part: OpenPart; readonly isWide: boolean }) {
  const setUp = useSetUp(part, false, true);
  if (isWide) return <Readout part={part} />;
  return (
    setUp ?? (
      <>
        <Readout part={part} />
        <Tray part={part} />
      </>
    )
  );
}

/** Beside the page: all the tools, or what is being set up. */
export function HerePanel({ part }: { readonly part: OpenPart }) {
  const setUp = useSetUp(part, true, false);
  const menu = useAppSelector((state) => state.session.menu);
  return (
    <>
      {setUp ?? (
        <YStack padding={8}>
          <AllTools part={part} />
        </YStack>
      )}
      {menu ? <ActionMenu menu={menu} part={part} isInFlow={false} /> : null}
    </>
  );
}

/** The keys of a pattern, while one is opened on the page. Escape, once it has nothing else to close, closes that too. */
export function HereKeys({ onPlay }: { readonly onPlay: () => void }) {
  useKeys(onPlay);
  const openHere = useOpenHere();
  const isBusy = useAppSelector(
    ({ session, trial }) =>
      trial.trial !== null ||
      session.rule !== null ||
      session.sheet !== null ||
      session.menu !== null ||
      session.selected.length > 0 ||
      session.currentId !== null,
  );
  useEffect(() => {
    if (isBusy) return undefined;
    const onKey = (event: KeyboardEvent) => {
      if (event.key === 'Escape') openHere(null);
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [isBusy, openHere]);
  return null;
}
