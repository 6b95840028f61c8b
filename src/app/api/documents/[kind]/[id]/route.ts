import { errorResponse } from '@/app/respond';
import { studio } from '@/app/server';
import { InputError } from '@/core/errors';
import {
  addressLabel,
  addressLabels,
  careSheet,
  customsStatement,
  envelope,
  giftSlip,
  handoverSheet,
  labelDots,
  manifest,
  packingSlip,
  type Document,
} from '@/studio/reports/documents';
import type { Studio } from '@/studio/studio';
import {
  backLabel,
  certificate,
  certificates,
  consignmentNote,
  editionRegister,
  openingStatement,
  studioRegister,
} from '@/studio/reports/editionDocuments';
import { channelList, listingPicture, listingZip } from '@/studio/listings/bundle';
import { priceListDocument } from '@/studio/prices/priceList';
import { buyerWallPicture, drillSheet, wallLabels } from '@/studio/walls/wallDocuments';
import { jobSheet, orderListDocument } from '@/studio/papers/papers';

const KINDS: Record<string, (studio: Studio, id: string) => Promise<Document>> = {
  certificate,
  certificates,
  'back-label': backLabel,
  'opening-statement': openingStatement,
  'consignment-note': consignmentNote,
  'edition-register': editionRegister,
  register: studioRegister,
  'packing-slip': packingSlip,
  label: addressLabel,
  labels: addressLabels,
  'label-dots': labelDots,
  envelope,
  'gift-slip': giftSlip,
  'care-sheet': careSheet,
  handovers: handoverSheet,
  customs: customsStatement,
  manifest,
  'to-order': orderListDocument,
  'job-sheet': jobSheet,
  'price-list': priceListDocument,
  'listing-zip': listingZip,
  'listing-picture': listingPicture,
  'channel-list': channelList,
  'drill-sheet': drillSheet,
  'wall-labels': wallLabels,
  'buyer-wall': buyerWallPicture,
};

export async function GET(_: Request, { params }: { params: Promise<{ kind: string; id: string }> }) {
  try {
    const { kind, id } = await params;
    if (!Object.hasOwn(KINDS, kind))
      throw new InputError('document', kind, `one of ${Object.keys(KINDS).join(', ')}`);
    const { name, bytes, type } = await KINDS[kind]!(await studio(), id);
    return new Response(new Uint8Array(bytes), {
      headers: {
        'content-type': type ?? 'application/pdf',
        'content-disposition': `inline; filename="${name}"`,
        'cache-control': 'no-store',
      },
    });
  } catch (error) {
    return errorResponse(error);
  }
}
