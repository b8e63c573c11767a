/** Where a text stands in a drawing, and as much of it as there is room for. */
export interface Placed {
  /** Its left edge. */
  x: number
  text: string
}

/**
 * Places what is said of a point beside it: to its right where there is room, else to its left, else wherever it is
 * whole. What is wider than the drawing ends in “…”.
 * @param at the point, in the units of the drawing
 * @param width of the drawing
 * @param wide tells how wide a text is in them
 */
export function placeText(text: string, at: number, width: number, wide: (text: string) => number): Placed {
  const [after, before] = [14, 6]
  const room = wide(text)
  if (at + after + room <= width) return { x: at + after, text }
  if (at - before - room >= 0) return { x: at - before - room, text }
  if (room <= width) return { x: width - room, text }
  let kept = text.length
  while (kept > 0 && wide(`${text.slice(0, kept)}…`) > width) kept--
  return { x: 0, text: `${text.slice(0, kept).trimEnd()}…` }
}

let brush: CanvasRenderingContext2D | null | undefined

/** How wide a text is in a font, in pixels; about so where nothing can be drawn. @param size in pixels */
export function textWidth(text: string, font: string, size: number): number {
  brush ??= document.createElement('canvas').getContext?.('2d')
  if (!brush) return text.length * size * 0.55
  brush.font = font
  return brush.measureText(text).width
}
