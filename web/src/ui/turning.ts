import { type KeyboardEvent, type PointerEvent, type RefObject, useRef } from 'react';

const STEP_RAD = Math.PI / 12;
const RAD_PER_PX = 1 / 120;
/** A press that moves less than this is a press; more turns. */
const PRESS_PX = 4;

/**
 * Handlers of a picture that is turned with the arrow keys or by dragging, and pressed.
 * @param onPress where it was pressed, px from the corner of the canvas
 */
export function useTurning(
  canvas: RefObject<HTMLCanvasElement | null>,
  turn: (aroundRad: number, overRad: number) => void,
  onPress: (x: number, y: number) => void,
) {
  const pressed = useRef<readonly [number, number]>([0, 0]);
  return {
    onKeyDown: (event: KeyboardEvent) => {
      const by = {
        ArrowLeft: [-STEP_RAD, 0],
        ArrowRight: [STEP_RAD, 0],
        ArrowUp: [0, -STEP_RAD],
        ArrowDown: [0, STEP_RAD],
      }[event.key];
      if (!by) return;
      event.preventDefault();
      turn(by[0]!, by[1]!);
    },
    onPointerDown: (event: PointerEvent) => {
      pressed.current = [event.clientX, event.clientY];
    },
    onPointerMove: (event: PointerEvent) => {
      if (event.buttons === 1) turn(event.movementX * RAD_PER_PX, event.movementY * RAD_PER_PX);
    },
    onPointerUp: (event: PointerEvent) => {
      const [x, y] = pressed.current;
      if (Math.hypot(event.clientX - x, event.clientY - y) > PRESS_PX || !canvas.current) return;
      const frame = canvas.current.getBoundingClientRect();
      onPress(event.clientX - frame.left, event.clientY - frame.top);
    },
  };
}
