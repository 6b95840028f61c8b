'use client';
import type { MayPrint } from '@/core/works';
import { ErrorCallout } from '@/ui/Actions';
import { Button, Row } from '@/ui/Button';
import { Working } from '@/ui/Callout';
import { JobProgress } from '@/ui/Job';
import { PanelTitle, Stack } from '@/ui/Layout';
import { useUnits } from '@/ui/Units';
import { MarkedText } from '@/ui/Verdict';
import { FileSettings } from './FileSettings';
import type { FileMaster, OfferedSize, PrepLog, RouteChoice } from './fileProps';
import { Sharpening } from './Sharpening';
import { usePrintFileForm, type PrintFileForm } from './usePrintFileForm';

type Props = {
  mayPrint: MayPrint;
  master: FileMaster;
  sizes: OfferedSize[];
  routes: RouteChoice[];
  preps: PrepLog[];
};

/** A print file of a size: how it is resampled, sharpened and written, and what it comes to. */
export function MakePart({ mayPrint, master, sizes, routes, preps }: Props) {
  const form = usePrintFileForm({ master, sizes, routes, preps });
  const { action, pixels, job } = form;
  return (
    <section>
      <PanelTitle>
        Make a print file <span>{master.fileName}</span>
      </PanelTitle>
      <Stack $gap={14} style={{ paddingTop: 8 }}>
        <FileSettings
          form={form}
          sizes={sizes}
          routes={routes}
          preps={preps}
          isUntagged={master.isUntagged}
        />
        <Sharpening form={form} />
        <WhatItComesTo form={form} />
        <Row>
          <Button
            main
            onPress={() => void form.make()}
            isDisabled={action.isPending || !pixels || mayPrint !== 'yes'}
          >
            Make the print file
          </Button>
          {mayPrint !== 'yes' && (
            <MarkedText kind="fails">
              This work may not be printed{mayPrint === 'no' ? '' : ' yet'}.
            </MarkedText>
          )}
        </Row>
        {job && <JobProgress key={job} job={job} />}
        <ErrorCallout error={action.error} fields={['ppi', 'file', 'sharpen']} />
      </Stack>
    </section>
  );
}

/** Its pixels, how far the master is enlarged, and what passed at such an enlargement before. */
function WhatItComesTo({ form: { chosen, pixels, sheet, ppi, factor } }: { form: PrintFileForm }) {
  const { size } = useUnits();
  if (!pixels || factor === null) return null;
  const wholeSheet = `${pixels.sheet.width} × ${pixels.sheet.height} px`;
  const steps = [
    { sum: `${size(sheet)} × ${ppi} ppi`, result: wholeSheet },
    { sum: 'of which the image', result: `${pixels.image.width} × ${pixels.image.height} px` },
  ];
  const working = {
    title: 'pixels of the print file',
    steps,
    notes: ['The sheet is rounded once; the border takes its share of it.'],
    source: 'pixels = inches × ppi',
  };
  return (
    <Stack $gap={5}>
      <MarkedText kind="none">
        The file: <Working working={working}>{wholeSheet}</Working>, resample factor × {factor.toFixed(2)}
        .
      </MarkedText>
      {chosen.passed.map((p) => (
        <MarkedText key={p.prepId} kind="holds">
          Last time the factor was near this (× {p.factor.toFixed(2)}, {p.title}), these settings passed
          at round {p.round}: {p.settings}.
        </MarkedText>
      ))}
    </Stack>
  );
}
