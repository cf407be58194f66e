import { memo } from 'react';
import { Press } from '../../../controls/Press';
import { useAppSelector } from '../../../state/store';
import { ICONS } from './icons';
import type { Tool } from './tools';
import { useToolAct } from './useToolAct';

/** Width of a cell of the line of tools at the least, in pixels: a thumb, and names of nine letters. */
export const CELL = 50;

/** A tool in the line: an icon over a short name, or a short name over a value. */
export const ToolCell = memo(function ToolCell({ tool }: { readonly tool: Tool }) {
  const take = useToolAct();
  const isOff = useAppSelector((state) => tool.isOff?.(state) ?? false);
  const isOn = useAppSelector((state) => tool.isOn?.(state));
  return (
    <Press
      label={tool.label}
      icon={ICONS[tool.icon ?? '']}
      iconOnly={tool.icon !== undefined}
      shown={tool.name}
      under={tool.icon === undefined ? (tool.value ?? '') : tool.name}
      width={CELL}
      grow
      look={isOn ? 'on' : 'quiet'}
      pressed={isOn}
      disabled={isOff}
      onPress={() => take(tool.label, tool.act)}
    />
  );
});
