import QRCode from 'qrcode';
import type { CustomerPage } from '@/core/assembly/sheet/customer/customerPage';
import type { VerdictWord } from '@/core/kernel/judge';
import type { SideShape } from '@/core/subjects/stance/vehicleShape';
import { INK, type Paper } from './paper';

/** The vehicle as it came, in chalk and thin, and as it stands now over it. */
export function drawVehicle(
  paper: Paper,
  { drawing, title, vehicle }: CustomerPage,
  x: number,
  y: number,
  width: number,
  height: number,
): void {
  const { before, now } = drawing;
  const shapes = [before, now].filter((shape) => shape !== null);
  const [any] = shapes;
  if (!any) return;
  const top = Math.max(...shapes.map((shape) => shape.top));
  const scale = Math.min(width / any.width, height / (top + 40));
  const { doc } = paper;
  const draw = (shape: SideShape, ink: string, weight: number, whole: boolean) => {
    doc.save();
    doc
      .translate(x + (width - any.width * scale) / 2 - any.left * scale, y + height - 40 * scale)
      .scale(scale)
      .lineWidth(weight / scale)
      .lineJoin('round')
      .strokeColor(ink);
    doc.path(shape.body).stroke();
    if (whole) for (const window of shape.windows) doc.path(window).stroke();
    for (const at of [0, shape.wheelbase]) {
      doc.circle(at, -shape.radius, shape.radius).stroke();
      if (whole) doc.circle(at, -shape.radius, shape.radius * 0.56).stroke();
    }
    doc.restore();
  };
  paper.drawn(
    'Figure',
    paper.root,
    () => {
      if (before && now) draw(before, INK.chalk, 0.6, false);
      const shown = now ?? before;
      if (shown) draw(shown, INK.graphite, 1.1, true);
      doc
        .moveTo(x, y + height - 40 * scale)
        .lineTo(x + width, y + height - 40 * scale)
        .lineWidth(0.8)
        .strokeColor(INK.rule)
        .stroke();
    },
    { alt: `${title}: ${vehicle}` },
  );
}

/** A gate arm by its verdict: what it is stands beside it in words. */
export function drawArm(paper: Paper, verdict: VerdictWord, x: number, y: number, size: number, doubled = false): void {
  const end = { Clear: [0.6, 0], Watch: [0.9, 0.28], Stop: [0.95, 0.55], 'Not measured': [0.2, 0.55] }[verdict];
  const { doc } = paper;
  paper.ornament(() => {
    doc.save();
    doc.lineWidth(size * 0.12).strokeColor(INK[verdict]);
    if (verdict === 'Not measured') doc.dash(size * 0.14, { space: size * 0.1 });
    doc
      .moveTo(x + size * 0.2, y + size * 0.45)
      .lineTo(x + size * 0.2, y + size)
      .stroke();
    if (verdict !== 'Not measured')
      doc
        .moveTo(x + size * 0.2, y + size * 0.55)
        .lineTo(x + size * (end[0] ?? 0), y + size * (end[1] ?? 0))
        .stroke();
    if (verdict === 'Stop' && doubled)
      doc
        .moveTo(x + size * 0.2, y + size * 0.8)
        .lineTo(x + size * 0.95, y + size * 0.8)
        .stroke();
    doc.restore();
  });
}

/** How far a wheel was raised, as a bar filled that far, with its share. */
export function drawShare(
  paper: Paper,
  share: number,
  x: number,
  y: number,
  size: number,
  alt: string,
  s: (n: number) => number,
): void {
  const { doc } = paper;
  paper.drawn(
    'Figure',
    paper.root,
    () => {
      paper.setAt(`${Math.floor(100 * share + 1e-9)} %`, x, y, size, {
        face: 'figureBold',
        size: s(12),
        align: 'right',
      });
      const [top, high] = [y + s(18), s(7)];
      doc.rect(x, top, size, high).lineWidth(0.8).strokeColor(INK.graphite).stroke();
      doc.rect(x, top, size * share, high).fill(INK.graphite);
    },
    { alt },
  );
}

/** The QR code that leads to the page for verifying. */
export function drawSquare(paper: Paper, address: string, x: number, y: number, size: number): void {
  const { modules } = QRCode.create(address, { errorCorrectionLevel: 'M' });
  const each = size / modules.size;
  paper.drawn(
    'Figure',
    paper.root,
    () => {
      for (let row = 0; row < modules.size; row++)
        for (let column = 0; column < modules.size; column++)
          if (modules.get(row, column)) paper.doc.rect(x + column * each, y + row * each, each, each);
      paper.doc.fill(INK.graphite);
    },
    { alt: address },
  );
}
