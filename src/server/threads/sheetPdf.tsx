import path from 'node:path';
import { Document, Font, Line, Page, renderToBuffer, StyleSheet, Svg, Text, View } from '@react-pdf/renderer';
import { boundedLines } from '@/core/kernel/text/lines';
import { OTHERWISE, sheetFacts, type Sheet, type SheetRow, type SheetVerdict } from '@/core/assembly/sheet/sheet';
import type { Seal } from '@/core/assembly/sheet/signed';

const font = (family: string, file: string) =>
  path.join(process.cwd(), 'node_modules', '@fontsource', family, 'files', file);
Font.register({
  family: 'Archivo',
  fonts: [
    { src: font('archivo', 'archivo-latin-400-normal.woff'), fontWeight: 400 },
    { src: font('archivo', 'archivo-latin-700-normal.woff'), fontWeight: 700 },
  ],
});
Font.register({
  family: 'Figures',
  src: font('atkinson-hyperlegible-mono', 'atkinson-hyperlegible-mono-latin-400-normal.woff'),
});
Font.registerHyphenationCallback((word) => [word]);

const INK = { Clear: '#0A6A63', Watch: '#8F5B00', Stop: '#9B2418', 'Not measured': '#5C666C' } as const;
const s = StyleSheet.create({
  page: { fontFamily: 'Archivo', fontSize: 9, color: '#1D2327', padding: 36, paddingBottom: 54, lineHeight: 1.35 },
  top: {
    flexDirection: 'row',
    justifyContent: 'space-between',
    borderBottomWidth: 1.5,
    paddingBottom: 5,
    marginBottom: 8,
  },
  h1: { fontSize: 16, fontWeight: 700 },
  h2: { fontSize: 11, fontWeight: 700, marginTop: 12, marginBottom: 3 },
  row: { flexDirection: 'row', borderBottomWidth: 0.5, borderColor: '#D5D0C3', paddingVertical: 2.5, gap: 6 },
  head: { flexDirection: 'row', borderBottomWidth: 0.8, paddingBottom: 2, gap: 6, color: '#5C666C', fontSize: 8 },
  fig: { fontFamily: 'Figures', fontSize: 8.5 },
  grey: { color: '#5C666C' },
  foot: { position: 'absolute', left: 36, right: 130, top: '95.5%', fontSize: 7.5, color: '#5C666C' },
  pages: { position: 'absolute', right: 36, top: '95.5%', fontSize: 7.5, color: '#5C666C' },
});

/** The shipped fonts' Latin cuts have no fraction slash, minus sign or primes: write them with what they have. */
const plain = (text: string): string =>
  boundedLines(text)
    .replace(/⁄/g, '/')
    .replace(/−/g, '-')
    .replace(/[≤]/g, 'at most')
    .replace(/[≥]/g, 'at least')
    .replace(/′/g, "'");

/**
 * Whether a row may break over two pages: what is longer than this is near to a page in a narrow column, and a row that
 * fits on none has no place at all.
 */
const isTall = (text: string): boolean => text.length > 1200;

/**
 * The sheet as PDF.
 *
 * @param printed when it is printed, local time with zone
 * @param seal of a signed sheet: its hash, and what was amended (times as printed)
 */
export async function sheetPdf(
  sheet: Sheet,
  shop: string,
  paper: 'A4' | 'LETTER',
  printed: string,
  seal: Seal | null = null,
): Promise<Uint8Array<ArrayBuffer>> {
  const foot = (
    <>
      <Text style={s.foot} fixed>
        {sheet.disclaimer} ± is the expanded uncertainty (k = 2). Core {sheet.coreVersion}. Printed {printed}.
      </Text>
      <Text
        style={s.pages}
        fixed
        render={({ pageNumber, totalPages }) => `${sheet.number} · ${pageNumber} of ${totalPages}`}
      />
    </>
  );
  const made = await renderToBuffer(
    <Document title={`${sheet.number} ${sheet.status}`} author={shop}>
      <Page size={paper} style={s.page}>
        <View style={s.top}>
          <Text style={s.h1}>
            {sheet.number} · {sheet.status}
          </Text>
          <Text style={s.grey}>{shop}</Text>
        </View>
        {sheet.signed && (
          <Text style={{ fontWeight: 700, marginBottom: 5 }}>
            {sheet.signed.kind} by {sheet.signed.by}, {sheet.signed.at}
            {sheet.signed.note ? `: ${plain(sheet.signed.note)}` : ''}
          </Text>
        )}
        {seal?.amendments.map((a) => (
          <View key={a.sha256} style={{ borderWidth: 1, padding: 5, marginBottom: 5 }} wrap={false}>
            <Text style={{ fontWeight: 700 }}>
              Amendment {a.ordinal}, {a.by}, {a.at}
            </Text>
            <Text>{plain(a.text)}</Text>
            <Text style={[s.fig, s.grey, { fontSize: 7 }]}>amends {a.amends}</Text>
            <Text style={[s.fig, s.grey, { fontSize: 7 }]}>SHA-256 {a.sha256}</Text>
          </View>
        ))}
        {sheetFacts(sheet).map(([name, text]) => (
          <View key={name} style={s.row} wrap={isTall(text)}>
            <Text style={[s.grey, { width: 100 }]}>{name}</Text>
            <Text style={{ flex: 1 }}>{plain(text)}</Text>
          </View>
        ))}
        {sheet.open.length > 0 && (
          <View>
            <Text style={[s.h2, { color: INK.Stop }]}>In the way of release</Text>
            {sheet.open.map((o, i) => (
              <View key={i} style={s.row} wrap={isTall(o.why + o.cure)}>
                <Text style={{ flex: 1 }}>
                  {plain(o.why)} {plain(o.cure)}
                </Text>
              </View>
            ))}
          </View>
        )}
        <Rows title="Ride heights, hub centre to lip" rows={sheet.heights} plan />
        {foot}
      </Page>
      <Page size={paper} style={s.page}>
        <Text style={s.h2} minPresenceAhead={40}>
          Checks
        </Text>
        <View style={s.head}>
          <Text style={{ width: 88 }}>Verdict</Text>
          <Text style={{ width: 132 }}>Check</Text>
          <Text style={{ width: 92 }}>Figure</Text>
          <Text style={{ flex: 1 }}>What was found · Clear</Text>
        </View>
        {sheet.verdicts.map((v, i) => (
          <VerdictRow key={i} v={v} />
        ))}
        {sheet.otherwise && sheet.otherwise.length > 0 && (
          <View>
            <Text style={s.h2} minPresenceAhead={40}>
              {OTHERWISE}
            </Text>
            {sheet.otherwise.map(({ name, text }) => (
              <View key={name} style={s.row} wrap={isTall(text)}>
                <Text style={{ width: 132 }}>{plain(name)}</Text>
                <Text style={{ flex: 1 }}>{plain(text)}</Text>
              </View>
            ))}
          </View>
        )}
        {foot}
      </Page>
      <Page size={paper} style={s.page}>
        {sheet.readings.length > 0 && <Rows title="Readings, before and after" rows={sheet.readings} />}
        {sheet.changes.length > 0 && (
          <View>
            <Text style={s.h2}>Changed on the vehicle</Text>
            {sheet.changes.map((c, i) => (
              <View key={i} style={s.row} wrap={isTall(c.what)}>
                <Text style={{ flex: 1 }}>{plain(c.what)}</Text>
                <Text style={[s.grey, { maxWidth: 260 }]}>
                  {c.by}, {c.at}
                </Text>
              </View>
            ))}
          </View>
        )}
        <View wrap={false}>
          <Text style={s.h2}>For the owner</Text>
          {sheet.cautions.map((c) => (
            <Text key={c} style={{ marginBottom: 2 }}>
              · {plain(c)}
            </Text>
          ))}
          <Text style={{ fontWeight: 700, marginTop: 5 }}>{sheet.disclaimer}</Text>
          {seal && (
            <View style={{ marginTop: 6 }}>
              <Text>
                This sheet is kept as it was signed. Its SHA-256, to compare on the shop's page for verifying:
              </Text>
              <Text style={s.fig}>{seal.sha256}</Text>
            </View>
          )}
        </View>
        {foot}
      </Page>
    </Document>,
  );
  return new Uint8Array(made);
}

function VerdictRow({ v }: { v: SheetVerdict }) {
  const ink = INK[v.verdict];
  const end = { Clear: [9, 1], Watch: [14, 4], Stop: [15, 8], 'Not measured': [3, 8] }[v.verdict];
  return (
    <View style={s.row} wrap={isTall(v.words + v.accepted)}>
      <View style={{ width: 88, flexDirection: 'row', gap: 4 }}>
        <Svg width={17} height={15}>
          <Line
            x1={3}
            y1={6}
            x2={3}
            y2={14}
            stroke={ink}
            strokeWidth={1.8}
            strokeDasharray={v.verdict === 'Not measured' ? '2 1.5' : undefined}
          />
          <Line x1={3} y1={8} x2={end[0] ?? 3} y2={end[1] ?? 8} stroke={ink} strokeWidth={1.8} />
          {v.verdict === 'Stop' && v.safetyCritical && (
            <Line x1={3} y1={11.5} x2={15} y2={11.5} stroke={ink} strokeWidth={1.8} />
          )}
        </Svg>
        <Text style={{ color: ink, fontWeight: 700 }}>{v.verdict}</Text>
      </View>
      <View style={{ width: 132 }}>
        <Text>{plain(v.title)}</Text>
        <Text style={s.grey}>{v.place}</Text>
      </View>
      <Text style={[s.fig, { width: 92 }]}>{plain(v.figure)}</Text>
      <View style={{ flex: 1 }}>
        <Text>{plain(v.words)}</Text>
        {v.limit !== '' && <Text style={s.grey}>Clear {plain(v.limit)}</Text>}
        {v.accepted !== '' && <Text style={{ fontWeight: 700 }}>{v.accepted}</Text>}
      </View>
    </View>
  );
}

function Rows({ title, rows, plan = false }: { title: string; rows: readonly SheetRow[]; plan?: boolean }) {
  const cell = { width: plan ? 92 : 84 };
  return (
    <View>
      <Text style={s.h2} minPresenceAhead={40}>
        {title}
      </Text>
      <View style={s.head}>
        <Text style={{ flex: 1 }} />
        <Text style={cell}>Before</Text>
        {plan && <Text style={cell}>Plan</Text>}
        <Text style={cell}>After</Text>
        <Text style={cell}>Change</Text>
      </View>
      {rows.map((r) => (
        <View key={r.name} style={s.row} wrap={false}>
          <Text style={{ flex: 1 }}>{plain(r.name)}</Text>
          <Text style={[s.fig, cell]}>{plain(r.before)}</Text>
          {plan && <Text style={[s.fig, cell]}>{plain(r.plan)}</Text>}
          <Text style={[s.fig, cell]}>{plain(r.after)}</Text>
          <Text style={[s.fig, cell]}>{plain(r.change)}</Text>
        </View>
      ))}
    </View>
  );
}
