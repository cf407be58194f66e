import { useEffect, useState } from 'react';
import { XStack, YStack } from '@tamagui/stacks';
import { Press } from '../../controls/Press';
import { Words } from '../../controls/words';
import { askingSet } from '../../state/session/session';
import { useAppDispatch, useAppSelector } from '../../state/store';
import { explain } from './explain';
import { ExamplePicture } from './ExamplePicture';
import { BELOW_PAGE } from '../../theme/page';

/** Elements with a name of their own, or that name what to ask about. */
const NAMED = '[aria-label], [data-asks]';

/** While a person asks what things are, a press tells that in place of doing anything. */
export function AskingLayer() {
  const isAsking = useAppSelector((state) => state.session.isAsking);
  return isAsking ? <Asking /> : null;
}

/** The element asked about last. While it is used, presses and keys ask, and reach nothing else. */
function useAsked(): Asked | null {
  const dispatch = useAppDispatch();
  const [asked, setAsked] = useState<Asked | null>(null);
  useEffect(() => {
    const isOwn = ({ target }: Event) => target instanceof Element && target.closest('[data-asking]') !== null;
    const hold = (event: Event) => {
      if (isOwn(event)) return;
      event.stopPropagation();
      if (event.cancelable) event.preventDefault();
    };
    const ask = (event: Event) => {
      if (isOwn(event)) return;
      hold(event);
      const named = event.target instanceof Element ? event.target.closest(NAMED) : null;
      const name = named?.getAttribute('data-asks') ?? named?.getAttribute('aria-label');
      setAsked(name ? { name, role: named!.getAttribute('role') } : null);
    };
    const onKey = (event: KeyboardEvent) => {
      if (event.key === 'Escape') {
        event.stopPropagation();
        dispatch(askingSet(false));
      } else if ((event.key === 'Enter' || event.key === ' ') && !isOwn(event)) ask(event);
    };
    const options = { capture: true, passive: false } as const;
    const held = ['pointerdown', 'pointerup', 'mousedown', 'mouseup', 'touchstart', 'touchend', 'contextmenu'] as const;
    for (const type of held) document.addEventListener(type, hold, options);
    // A touch that is held back gives no click: its end asks.
    for (const type of ['click', 'touchend'] as const) document.addEventListener(type, ask, options);
    document.addEventListener('keydown', onKey, options);
    return () => {
      for (const type of held) document.removeEventListener(type, hold, options);
      for (const type of ['click', 'touchend'] as const) document.removeEventListener(type, ask, options);
      document.removeEventListener('keydown', onKey, options);
    };
  }, [dispatch]);
  return asked;
}

/** The name of something on the screen, and its role where it says one. */
interface Asked {
  readonly name: string;
  readonly role: string | null;
}

function Asking() {
  const dispatch = useAppDispatch();
  const asked = useAsked();
  const told = asked && explain(asked.name, asked.role);
  return (
    <div
      data-asking=""
      style={{
        position: 'fixed',
        left: 0,
        right: 0,
        bottom: `calc(60px + ${BELOW_PAGE})`,
        zIndex: 20,
        display: 'flex',
        justifyContent: 'center',
      }}
    >
      <XStack
        role="status"
        data-testid="asking"
        backgroundColor="$ink"
        padding={10}
        gap={8}
        alignItems="center"
        width="100%"
        maxWidth={560}
        borderRadius="$2"
      >
        <YStack flexGrow={1} flexShrink={1} gap={2}>
          <Words strong colour="paper">
            {told?.title ?? 'What is this?'}
          </Words>
          <Words small colour="paper">
            {told?.text ?? 'Press anything to read what it is. Nothing is changed meanwhile.'}
          </Words>
          {told?.actionId ? <ExamplePicture actionId={told.actionId} /> : null}
        </YStack>
        <Press label="Done asking" shown="Done" look="raised" onPress={() => dispatch(askingSet(false))} />
      </XStack>
    </div>
  );
}
