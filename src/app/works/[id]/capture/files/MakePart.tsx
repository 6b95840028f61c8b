'use client';
import { useState } from 'react';
import styled from 'styled-components';
import type { MayPrint } from '@/core/works';
import { ErrorCallout } from '@/ui/Actions';
import { Button, Row } from '@/ui/Button';
import { Working } from '@/ui/Callout';
import { Select } from '@/ui/Choices';
import { JobProgress } from '@/ui/Job';
import { Columns, PanelTitle, Stack } from '@/ui/Layout';
import { useUnits } from '@/ui/Units';
import { MarkedText } from '@/ui/Verdict';
import type { FileMaster, OfferedSize, PassedBefore, PrepLog, RouteChoice } from './fileProps';
import { stepLines, type FileStep } from './fileSteps';
import { Pipeline } from './Pipeline';
import { StepControls } from './StepControls';
import { StepPanel } from './StepPanel';
import { usePrintFileForm, type PrintFileForm } from './usePrintFileForm';
import { useStepPictures } from './useStepPictures';

type Props = {
  mayPrint: MayPrint;
  master: FileMaster;
  sizes: OfferedSize[];
  routes: RouteChoice[];
  preps: PrepLog[];
};

const Head = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 10px 16px;
  align-items: end;
  padding-bottom: 12px;
`;

const PassedBox = styled.div`
  flex: 1 1 420px;
  display: flex;
  gap: 14px;
  align-items: center;
  justify-content: flex-end;
`;

/** The way from a master to a print file of a size: each step with its figures, and what it does to a place chosen by hand. */
export function MakePart({ mayPrint, master, sizes, routes, preps }: Props) {
  const form = usePrintFileForm({ master, sizes, routes, preps });
  const [step, setStep] = useState<FileStep>('output');
  const { ref, ...pictures } = useStepPictures(form, master, step);
  const units = useUnits();
  return (
    <section aria-label="Make a print file">
      <ForWhat form={form} sizes={sizes} routes={routes} />
      <Pipeline lines={stepLines(form, master, units)} open={step} onOpen={setStep} />
      <Columns $aside={336} style={{ paddingTop: 14 }}>
        <div ref={ref}>
          <StepPanel step={step} form={form} master={master} pictures={pictures} />
        </div>
        <Stack $gap={18}>
          <StepControls step={step} form={form} master={master} preps={preps} pictures={pictures} />
          <Then form={form} mayPrint={mayPrint} />
        </Stack>
      </Columns>
    </section>
  );
}

/** Which size, for whom; and what passed at such an enlargement before. */
function ForWhat({
  form,
  sizes,
  routes,
}: {
  form: PrintFileForm;
  sizes: OfferedSize[];
  routes: RouteChoice[];
}) {
  const { size } = useUnits();
  const { asked, set, chosen } = form;
  const [passed] = chosen.passed;
  return (
    <Head>
      <Select
        label="For the size"
        value={asked.formatId}
        onChange={form.takeFormat}
        options={sizes.map((s) => ({ key: s.id, name: size(s.image) }))}
        width={170}
      />
      {chosen.isWrapped && (
        <Select
          label="As"
          value={asked.forWhat}
          onChange={set('forWhat')}
          options={[
            { key: 'sheet', name: 'a sheet' },
            { key: 'wrap', name: 'the planned wrap' },
          ]}
          width={150}
        />
      )}
      {routes.length > 0 && (
        <Select
          label="For the route"
          value={asked.routeId}
          onChange={form.takeRoute}
          options={routes.map((r) => ({ key: r.id, name: r.name }))}
          width={230}
        />
      )}
      {passed && <Passed passed={passed} onTake={() => form.takePassed(passed.figures)} />}
    </Head>
  );
}

function Passed({ passed, onTake }: { passed: PassedBefore; onTake: () => void }) {
  return (
    <PassedBox>
      <MarkedText kind="holds">
        Near × {passed.factor.toFixed(2)} these passed at round {passed.round} of {passed.title}:{' '}
        {passed.settings}.
      </MarkedText>
      <Button onPress={onTake}>Use them</Button>
    </PassedBox>
  );
}

/** What it comes to, and the making of it. */
function Then({ form, mayPrint }: { form: PrintFileForm; mayPrint: MayPrint }) {
  const { action, pixels, job } = form;
  return (
    <section>
      <PanelTitle>Then</PanelTitle>
      <Stack $gap={10} style={{ paddingTop: 8 }}>
        <WhatItComesTo form={form} />
        <Row>
          <Button
            main
            onPress={() => void form.make()}
            isDisabled={action.isPending || !pixels || mayPrint !== 'yes'}
          >
            Make the print file
          </Button>
        </Row>
        {mayPrint !== 'yes' && (
          <MarkedText kind="fails">
            This work may not be printed{mayPrint === 'no' ? '' : ' yet'}.
          </MarkedText>
        )}
        {job && <JobProgress key={job} job={job} />}
        <ErrorCallout error={action.error} fields={['ppi', 'file', 'sharpen', 'capture']} />
      </Stack>
    </section>
  );
}

/** Its pixels, and how far the master is enlarged. */
function WhatItComesTo({ form: { pixels, sheet, ppi, factor } }: { form: PrintFileForm }) {
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
    <p>
      <Working working={working}>{wholeSheet}</Working> at {ppi} ppi, a sheet of {size(sheet)}, resampled
      × {factor.toFixed(2)}.
    </p>
  );
}
