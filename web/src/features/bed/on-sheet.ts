/** Where on the sheet a pointer is, mm, y down: for elements that are drawn in millimetres. */
export function onSheet(
  element: SVGGraphicsElement,
  { clientX, clientY }: { readonly clientX: number; readonly clientY: number },
): { readonly x: number; readonly y: number } {
  const matrix = element.getScreenCTM();
  if (!matrix) return { x: 0, y: 0 };
  const { x, y } = new DOMPoint(clientX, clientY).matrixTransform(matrix.inverse());
  return { x, y };
}

/**
 * Where a line of x, y pairs (closed, from share 0 on) comes nearest to a point: the share of its length, and how far
 * away.
 */
export function nearestShare(
  line: readonly number[],
  x: number,
  y: number,
): { readonly share: number; readonly away: number } {
  let [gone, best, least] = [0, 0, Infinity];
  const count = line.length / 2;
  for (let i = 0; i < count; i++) {
    const [ax, ay, bx, by] = [
      line[2 * i]!,
      line[2 * i + 1]!,
      line[(2 * i + 2) % line.length]!,
      line[(2 * i + 3) % line.length]!,
    ];
    const [dx, dy] = [bx - ax, by - ay];
    const squared = dx * dx + dy * dy;
    const t = squared > 0 ? Math.min(1, Math.max(0, ((x - ax) * dx + (y - ay) * dy) / squared)) : 0;
    const away = Math.hypot(ax + dx * t - x, ay + dy * t - y);
    const size = Math.sqrt(squared);
    if (away < least) [best, least] = [gone + t * size, away];
    gone += size;
  }
  return { share: gone > 0 ? best / gone : 0, away: least };
}
