import path from 'node:path';
import { Document, Font, G, Line, Page, Polyline, renderToBuffer, Svg, Text, View } from '@react-pdf/renderer';
import type { TrimTemplate } from '@/core/subjects/clearance/engine/trim';
import { trimTitle, RULER } from '@/core/assembly/formats/trimFiles';

Font.register({
  family: 'Archivo',
  src: path.join(process.cwd(), 'node_modules', '@fontsource', 'archivo', 'files', 'archivo-latin-400-normal.woff'),
});

/** Points of a mm: PDF counts 72 to the inch. */
const PT = 72 / 25.4;
const PAPER = { A4: [210, 297], LETTER: [215.9, 279.4] } as const;
/** What a printer leaves white, and how far neighbouring sheets overlap, mm. */
const EDGE = 12;
const OVERLAP = 10;
/** Kept free on top of every sheet for its name and the ruler, mm. */
const HEAD = 38;

/** How a drawing is cut up into sheets. mm. */
export function tilesOf(width: number, height: number, paper: keyof typeof PAPER) {
  const [w, h] = PAPER[paper];
  const [inner, tall] = [w - 2 * EDGE, h - 2 * EDGE - HEAD];
  const [stepX, stepY] = [inner - OVERLAP, tall - OVERLAP];
  const count = (size: number, step: number) => Math.max(1, Math.ceil((size - OVERLAP) / step));
  return { inner, tall, stepX, stepY, columns: count(width, stepX), rows: count(height, stepY) };
}

/**
 * A trim template as PDF, true size, over as many sheets as it takes, with registration crosses where sheets meet and
 * a check ruler on every sheet. Print at 100 %, not fitted to the page.
 */
export async function trimPdf(
  t: TrimTemplate,
  paper: keyof typeof PAPER,
  job: string,
): Promise<Uint8Array<ArrayBuffer>> {
  const { inner, tall, stepX, stepY, columns, rows } = tilesOf(t.width, t.height, paper);
  const sheets = Array.from({ length: columns * rows }, (_, i) => ({
    column: i % columns,
    row: Math.floor(i / columns),
  }));
  const points = (list: readonly (readonly [number, number])[], x0: number, y0: number) =>
    list.map(([x, y]) => `${((x - x0) * PT).toFixed(3)},${((t.height - y - y0) * PT).toFixed(3)}`).join(' ');
  const made = await renderToBuffer(
    <Document title={`${job} ${t.name} ${t.side}`}>
      {sheets.map(({ column, row }, n) => {
        const [x0, y0] = [column * stepX, row * stepY];
        return (
          <Page key={n} size={paper} style={{ fontFamily: 'Archivo', fontSize: 8.5, padding: EDGE * PT }}>
            <View style={{ height: HEAD * PT }}>
              <Text style={{ fontSize: 11 }}>
                {job} · {trimTitle(t)[0]} · sheet {n + 1} of {sheets.length} (across {column + 1}, down {row + 1})
              </Text>
              {trimTitle(t)
                .slice(1)
                .map((text) => (
                  <Text key={text}>{text}</Text>
                ))}
              <Text>Print at 100 %. This ruler is {RULER} mm:</Text>
              <Svg width={(RULER + 2) * PT} height={5 * PT}>
                <Line x1={PT} x2={(RULER + 1) * PT} y1={4.5 * PT} y2={4.5 * PT} stroke="#000" strokeWidth={0.8} />
                {Array.from({ length: RULER / 10 + 1 }, (_, i) => (
                  <Line
                    key={i}
                    x1={(10 * i + 1) * PT}
                    x2={(10 * i + 1) * PT}
                    y1={(i % 5 === 0 ? 1 : 2.5) * PT}
                    y2={4.5 * PT}
                    stroke="#000"
                    strokeWidth={0.8}
                  />
                ))}
              </Svg>
            </View>
            <Svg width={inner * PT} height={tall * PT} viewBox={`0 0 ${inner * PT} ${tall * PT}`}>
              {t.patches.map((p, i) => (
                <G key={i}>
                  <Polyline
                    points={points(p.edge, x0, y0)}
                    fill="none"
                    stroke="#000"
                    strokeWidth={0.7}
                    strokeDasharray="6 4"
                  />
                  <Polyline points={points(p.cut, x0, y0)} fill="none" stroke="#000" strokeWidth={1.2} />
                </G>
              ))}
              {[0, 1].flatMap((i) =>
                [0, 1].map((j) => {
                  // Crosses in the middle of what neighbours share.
                  const x = (i === 0 ? OVERLAP / 2 : inner - OVERLAP / 2) * PT;
                  const y = (j === 0 ? OVERLAP / 2 : tall - OVERLAP / 2) * PT;
                  return (
                    <G key={`${i}${j}`}>
                      <Line x1={x - 4 * PT} x2={x + 4 * PT} y1={y} y2={y} stroke="#000" strokeWidth={0.5} />
                      <Line x1={x} x2={x} y1={y - 4 * PT} y2={y + 4 * PT} stroke="#000" strokeWidth={0.5} />
                    </G>
                  );
                }),
              )}
            </Svg>
          </Page>
        );
      })}
    </Document>,
  );
  return new Uint8Array(made);
}
