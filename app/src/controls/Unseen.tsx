import type { CSSProperties, ReactNode } from 'react';

const UNSEEN: CSSProperties = {
  position: 'absolute',
  width: 1,
  height: 1,
  margin: -1,
  overflow: 'hidden',
  clipPath: 'inset(50%)',
  whiteSpace: 'nowrap',
};

interface UnseenProps {
  readonly as?: 'span' | 'h1';
  readonly role?: 'status';
  readonly testID?: string;
  readonly children: ReactNode;
}

/** Words for those who hear the page, where there is no room to show them. */
export function Unseen({ as: Element = 'span', role, testID, children }: UnseenProps) {
  return (
    <Element role={role} data-testid={testID} style={UNSEEN}>
      {children}
    </Element>
  );
}
