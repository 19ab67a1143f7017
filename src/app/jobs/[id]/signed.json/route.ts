import { guarded, sayNo } from '@/server/access/guarded';
import { download } from '@/server/download';
import { takeOut } from '@/server/exports';
import { signedText } from '@/server/snapshot';

/** The frozen sheet, byte for byte: `sha256sum` of the file is the hash that the sheet prints. */
export const GET = guarded<{ id: string }>('GET /jobs/[id]/signed.json', (member, _request, { id }) =>
  takeOut(member, id, 'signed sheet', async ({ document }) => {
    const signed = await signedText(member.shop.id, id);
    return signed
      ? download(signed.sheet, `${document.job.number}-signed.json`, 'application/json')
      : sayNo.gone('This job is not signed yet.');
  }),
);
