import type { CustomerPage } from '@/core/assembly/sheet/customer/customerPage';
import type { SheetRecord } from '@/core/assembly/sheet/customer/record';
import { LANGUAGES } from '@/core/document/language';
import { phrasebook } from '@/core/assembly/sheet/customer/phrasebook';
import type { Sheet } from '@/core/assembly/sheet/sheet';
import type { Seal } from '@/core/assembly/sheet/signed';
import { setCustomerPage } from './customerPdf';
import { Paper, type PaperSize } from './paper';
import { setRecord } from './recordPdf';

/** What is printed of one job in one choice of units. */
export interface Printed {
  page: CustomerPage;
  record: SheetRecord;
  sheet: Sheet;
}

/**
 * The sheet as PDF: the customer's page first, the record behind it.
 *
 * @param printed when it is printed, local time with zone
 * @param annex whether the readings stand behind the record
 * @param address of the operator's site, for the code that leads to verifying; null where none was set
 */
export async function printedPdf(
  { page, record, sheet }: Printed,
  shop: string,
  printed: string,
  seal: Seal | null,
  { size, annex, address }: { size: PaperSize; annex: boolean; address: string | null },
): Promise<Uint8Array<ArrayBuffer>> {
  const paper = new Paper(size, {
    title: `${page.number}: ${page.title}`,
    author: shop,
    language: LANGUAGES[page.language].locale,
  });
  const sha256 = seal?.sha256 ?? null;
  const verify = address && sha256 ? `${address.replace(/\/$/, '')}/verify?sha256=${sha256}` : null;
  setCustomerPage(paper, page, { shop, sha256, verify, amended: seal?.amendments.length ?? 0 });
  setRecord(paper, record, sheet, seal, annex);
  const { say } = phrasebook(page.language);
  return paper.finish((number, pages) => ({
    left: `${shop} · core ${sheet.coreVersion} · ${printed}${sha256 ? ` · ${sha256.slice(0, 16)}` : ''}`,
    right: say('record.pages', { number: page.number, page: number, pages }),
  }));
}
