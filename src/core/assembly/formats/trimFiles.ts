import { DxfWriter, point3d, Units } from '@tarikjabiri/dxf';
import type { TrimTemplate } from '../../subjects/clearance/engine/trim';

const n = (v: number): string => v.toFixed(2);
/** Paper margin round the outline, mm. */
const MARGIN = 15;
/** Length of the check ruler, mm: measure it before cutting. */
export const RULER = 100;

const escaped = (text: string): string =>
  text.replace(/[&<>"]/g, (c) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' })[c] ?? c);

/** A sheet goes to whoever holds the saw, whatever the shop reads in. */
const both = (mm: number): string => `${mm.toFixed(0)} mm (${(mm / 25.4).toFixed(2)} in)`;

/** What a template says of itself, on every sheet of it. */
export function trimTitle(t: TrimTemplate): string[] {
  const deepest = Math.max(...t.patches.map((p) => p.depth));
  return [
    `${t.name}, ${t.side}`,
    `Cut to keep ${both(t.gap)}; ${both(deepest)} at the deepest.`,
    'Solid: cut here. Dashed: the edge as it is, to lay the sheet by.',
    t.side === 'right'
      ? 'True size, square to the wheel, seen from outside: forward is to the right.'
      : 'True size, square to the wheel, forward to the right: on the left side turn the sheet over.',
    t.beyond ? 'DEEPER than this part was said to give.' : '',
    'Check the ruler with a tape first. Clear lines and harness behind it before cutting.',
  ].filter((line) => line !== '');
}

/** The template as SVG, a mm in the file a mm on paper. Solid: cut here. Dashed: the edge as it is. */
export function trimSvg(t: TrimTemplate): string {
  const titles = trimTitle(t);
  const head = 7 * titles.length + 18;
  const [w, h] = [Math.max(t.width, RULER, 150) + 2 * MARGIN, t.height + head + 2 * MARGIN];
  const y = (v: number) => MARGIN + head + (t.height - v);
  const line = (points: readonly (readonly [number, number])[]) =>
    points.map(([px, py]) => `${n(px + MARGIN)},${n(y(py))}`).join(' ');
  const ruler = `M${MARGIN} ${n(head)}h${RULER}${Array.from({ length: 11 }, (_, i) => `M${MARGIN + 10 * i} ${n(head)}v${i % 5 === 0 ? -5 : -3}`).join('')}`;
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" width="${n(w)}mm" height="${n(h)}mm" viewBox="0 0 ${n(w)} ${n(h)}">`,
    `<title>${escaped(titles[0] ?? '')}</title>`,
    ...titles.map(
      (text, i) =>
        `<text x="${MARGIN}" y="${8 + 7 * i}" font-family="sans-serif" font-size="4.5">${escaped(text)}</text>`,
    ),
    `<path id="ruler-${RULER}-mm" d="${ruler}" fill="none" stroke="#000" stroke-width="0.3"/>`,
    `<text x="${MARGIN + RULER + 3}" y="${n(head)}" font-family="sans-serif" font-size="4">${RULER} mm</text>`,
    ...t.patches.flatMap((p) => [
      `<polyline class="edge" points="${line(p.edge)}" fill="none" stroke="#000" stroke-width="0.3" stroke-dasharray="3 2"/>`,
      `<polyline class="cut" points="${line(p.cut)}" fill="none" stroke="#000" stroke-width="0.5"/>`,
    ]),
    '</svg>',
    '',
  ].join('\n');
}

/** The template as DXF in mm: layer CUT the line to cut along, layer EDGE the edge as it is, layer RULER the check ruler. */
export function trimDxf(t: TrimTemplate): string {
  const dxf = new DxfWriter();
  dxf.setUnits(Units.Millimeters);
  const layer = (name: string, colour: number) => dxf.addLayer(name, colour, 'Continuous');
  layer('CUT', 7);
  layer('EDGE', 8);
  layer('RULER', 8);
  const line = (points: readonly (readonly [number, number])[], layerName: string) =>
    dxf.addLWPolyline(
      points.map(([x, y]) => ({ point: { x, y } })),
      { layerName },
    );
  for (const p of t.patches) {
    line(p.edge, 'EDGE');
    line(p.cut, 'CUT');
  }
  dxf.addLine(point3d(0, -20), point3d(RULER, -20), { layerName: 'RULER' });
  for (const x of [0, RULER]) dxf.addLine(point3d(x, -20), point3d(x, -15), { layerName: 'RULER' });
  return dxf.stringify();
}
