import { useDraggable } from '@dnd-kit/core';
import type { CSSProperties, KeyboardEvent } from 'react';
import type { DragData } from './Calendar';

/** What can be picked up by mouse, thumb or key and opened by a press or Enter: everything its button needs. */
export function useHeld(id: string, data: DragData, onOpen: () => void, disabled = false) {
  const { attributes, listeners, setNodeRef, transform, isDragging } = useDraggable({ id, data, disabled });
  const style: CSSProperties = {
    transform: transform ? `translate3d(${transform.x}px, ${transform.y}px, 0)` : undefined,
    zIndex: isDragging ? 20 : undefined,
    touchAction: 'manipulation',
  };
  const onKeyDown = (e: KeyboardEvent<HTMLButtonElement>) => {
    if (e.key === 'Enter' && !isDragging) {
      e.preventDefault();
      onOpen();
      return;
    }
    listeners?.onKeyDown?.(e);
  };
  // What cannot be moved is a button and nothing else; nobody is told that it could be dragged.
  if (disabled) return { isDragging, style: {}, held: { ref: setNodeRef, onClick: onOpen } };
  return { isDragging, style, held: { ...attributes, ...listeners, ref: setNodeRef, onClick: onOpen, onKeyDown } };
}
