import { useDraggable, type Data } from '@dnd-kit/core'

/** A button that can be dragged by pointer, along both ways or only `across`; pressed by click and keys it stays a button. */
export function useDragButton(
  id: string,
  { data, disabled = false, across = false }: { data?: Data; disabled?: boolean; across?: boolean } = {},
) {
  const { setNodeRef, listeners, attributes, transform, isDragging } = useDraggable({ id, data, disabled })
  return {
    isDragging,
    moved: transform ? `translate(${transform.x}px, ${across ? 0 : transform.y}px)` : undefined,
    button: {
      ref: setNodeRef,
      type: 'button' as const,
      ...attributes,
      ...listeners,
      onKeyDown: undefined,
      role: 'button',
      // What cannot be dragged can still be pressed.
      'aria-disabled': undefined,
    },
  }
}
