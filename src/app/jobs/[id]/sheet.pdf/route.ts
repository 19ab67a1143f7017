import { makeSheet } from '@/core/sheet/sheet';
import { download } from '@/server/download';
import { jobView } from '@/server/jobView';
import { sheetPdf } from '@/server/sheetPdf';
import { whenFull } from '@/server/when';

export async function GET(request: Request, { params }: { params: Promise<{ id: string }> }) {
  const { job, member } = await jobView((await params).id);
  const paper = new URL(request.url).searchParams.get('paper') === 'letter' ? 'LETTER' : 'A4';
  const sheet = makeSheet(job, member.units, (iso) => whenFull(iso, member.shop.timeZone));
  const pdf = await sheetPdf(sheet, member.shop.name, paper, whenFull(new Date().toISOString(), member.shop.timeZone));
  return download(new Uint8Array(pdf), `${job.job.number}-${paper.toLowerCase()}.pdf`, 'application/pdf');
}
