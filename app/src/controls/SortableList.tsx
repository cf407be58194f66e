import {
  closestCenter,
  DndContext,
  KeyboardSensor,
  MouseSensor,
  TouchSensor,
  useSensor,
  useSensors,
  type Announcements,
} from '@dnd-kit/core';
import { SortableContext, sortableKeyboardCoordinates, useSortable, verticalListSortingStrategy } from '@dnd-kit/sortable';
import Down from 'lucide-react/dist/esm/icons/chevron-down.mjs';
import Up from 'lucide-react/dist/esm/icons/chevron-up.mjs';
import Grip from 'lucide-react/dist/esm/icons/grip-vertical.mjs';
import type { ReactNode } from 'react';
import { View } from '@tamagui/core';
import { Press } from './Press';
import { Words } from './words';

export interface SortableItem {
  readonly id: string;
  readonly name: string;
  /** Before the name. */
  readonly mark?: ReactNode;
  /** In place of the name. */
  readonly content?: ReactNode;
  /** Under the line. */
  readonly under?: ReactNode;
}

interface SortableListProps {
  /** The list's name: "Tracks". */
  readonly title: string;
  readonly items: readonly SortableItem[];
  /** Called when an item moves to another index, from 0. */
  readonly onMove: (id: string, index: number) => void;
}

/** A list that is put in order by dragging, by touch, mouse or keys, or a place at a time by buttons. */
export function SortableList({ title, items, onMove }: SortableListProps) {
  const sensors = useSensors(
    useSensor(MouseSensor, { activationConstraint: { distance: 4 } }),
    useSensor(TouchSensor, { activationConstraint: { distance: 4 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const placeOf = (id: string | number | undefined) => items.findIndex((item) => item.id === id);
  return (
    <DndContext
      sensors={sensors}
      collisionDetection={closestCenter}
      accessibility={{ announcements: announcementsFor(items), screenReaderInstructions: INSTRUCTIONS }}
      onDragEnd={({ active, over }) => {
        const to = placeOf(over?.id);
        if (to >= 0 && active.id !== over?.id) onMove(String(active.id), to);
      }}
    >
      <SortableContext items={items.map(({ id }) => id)} strategy={verticalListSortingStrategy}>
        <ol aria-label={title} style={{ listStyle: 'none', margin: 0, padding: 0 }}>
          {items.map((item, index) => (
            <SortableRow key={item.id} item={item} index={index} last={items.length - 1} onMove={onMove} />
          ))}
        </ol>
      </SortableContext>
    </DndContext>
  );
}

const INSTRUCTIONS = { draggable: 'Space takes hold of it, the up and down arrows move it, Space lets it go, Escape puts it back.' };

function announcementsFor(items: readonly SortableItem[]): Announcements {
  const name = (id: string | number) => items.find((item) => item.id === id)?.name ?? '';
  const place = (id: string | number | undefined) => `place ${items.findIndex((item) => item.id === id) + 1} of ${items.length}`;
  return {
    onDragStart: ({ active }) => `${name(active.id)} is held, at ${place(active.id)}.`,
    onDragOver: ({ active, over }) => (over ? `${name(active.id)} is at ${place(over.id)}.` : undefined),
    onDragEnd: ({ active, over }) => `${name(active.id)} was let go at ${place(over?.id ?? active.id)}.`,
    onDragCancel: ({ active }) => `${name(active.id)} is back where it was.`,
  };
}

interface SortableRowProps {
  readonly item: SortableItem;
  readonly index: number;
  readonly last: number;
  readonly onMove: (id: string, index: number) => void;
}

function SortableRow({ item: { id, name, mark, content, under }, index, last, onMove }: SortableRowProps) {
  const { attributes, listeners, setNodeRef, setActivatorNodeRef, transform, transition, isDragging } = useSortable({ id });
  return (
    <li
      ref={setNodeRef}
      style={{
        display: 'flex',
        alignItems: 'center',
        flexWrap: 'wrap',
        columnGap: 6,
        position: 'relative',
        zIndex: isDragging ? 1 : 0,
        background: 'var(--card)',
        borderBottom: '1px solid var(--line)',
        boxShadow: isDragging ? '0 0 0 2px var(--act)' : undefined,
        transform: transform ? `translate(${transform.x}px, ${transform.y}px)` : undefined,
        transition,
      }}
    >
      <button
        type="button"
        ref={setActivatorNodeRef}
        {...attributes}
        {...listeners}
        aria-label={`Drag ${name} to another place`}
        style={GRIP}
      >
        <Grip size={20} aria-hidden />
      </button>
      {mark}
      <View flexGrow={1} flexShrink={1} flexBasis={content ? CONTENT : 0} minWidth={0}>
        {content ?? <Words oneLine>{name}</Words>}
      </View>
      <div style={{ display: 'flex', marginLeft: 'auto' }}>
        <Press label={`Move ${name} up`} icon={Up} iconOnly disabled={index === 0} onPress={() => onMove(id, index - 1)} />
        <Press label={`Move ${name} down`} icon={Down} iconOnly disabled={index === last} onPress={() => onMove(id, index + 1)} />
      </div>
      {under ? <div style={{ width: '100%' }}>{under}</div> : null}
    </li>
  );
}

/** Room that content has before the buttons go to the next line, in pixels. */
const CONTENT = 200;

const GRIP = {
  width: 44,
  height: 44,
  padding: 0,
  border: 0,
  background: 'transparent',
  color: 'var(--ink)',
  cursor: 'grab',
  touchAction: 'none',
} as const;
