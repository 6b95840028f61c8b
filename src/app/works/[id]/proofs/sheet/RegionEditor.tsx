import { Button, Row } from '@/ui/Button';
import { Select } from '@/ui/Choices';
import { Field, Fields } from '@/ui/Field';
import { MarkedText } from '@/ui/Verdict';
import { RegionsOn } from './RegionsOn';
import { STEPS, type SheetProps, type StepOf } from './sheetProps';
import type { ProofSheetForm } from './useProofSheetForm';

/** A small sheet of a large print may show a few per cent: under a quarter it is no evidence for the rest. */
const LITTLE = 0.25;

/** Which parts of the picture the sheet shows, and what is stepped from one to the next. */
export function RegionEditor({ form, master }: { form: ProofSheetForm; master: SheetProps['master'] }) {
  return (
    <div>
      <RegionsOn
        sha256={master.sha256}
        picture={master}
        crop={form.format.crop}
        regions={form.regions}
        onMove={form.moveRegion}
      />
      {form.isPart && <Regions form={form} />}
      {(form.kind === 'strip' || form.kind === 'thumbnails') && <Stepped form={form} />}
    </div>
  );
}

function Regions({ form }: { form: ProofSheetForm }) {
  const { typed, problems, type, regions, share } = form;
  const isSized = !problems.width && !problems.height;
  return (
    <>
      <Row style={{ paddingTop: 10, alignItems: 'end', flexWrap: 'wrap' }}>
        <Field
          label="Wide, on the print"
          value={typed.width}
          onChange={type('width')}
          wrong={problems.width}
          width={98}
        />
        <Field
          label="High"
          value={typed.height}
          onChange={type('height')}
          wrong={problems.height}
          width={84}
        />
        <Button
          onPress={() => void form.proposeRegions()}
          isDisabled={form.propose.isPending || !isSized}
        >
          Propose by measure
        </Button>
        {form.canAdd && (
          <Button quiet onPress={form.addRegion}>
            One more
          </Button>
        )}
      </Row>
      {form.propose.error && <MarkedText kind="fails">{form.propose.error.message}</MarkedText>}
      <ol style={{ paddingTop: 8 }} aria-label="Regions">
        {regions.map((region, i) => (
          <li key={i} style={{ display: 'flex', gap: 10, alignItems: 'baseline', minHeight: 26 }}>
            <strong>{i + 1}</strong>
            <span style={{ flex: 1 }}>{region.says}</span>
            {form.kind === 'snippet' && regions.length > 1 && (
              <Button quiet onPress={() => form.leaveOut(i)}>
                Leave out
              </Button>
            )}
          </li>
        ))}
      </ol>
      <p style={{ paddingTop: 4 }}>
        <MarkedText kind={share < LITTLE ? 'care' : 'holds'}>
          {share < LITTLE
            ? `Shows ${(100 * share).toFixed(1)} % of the picture: no evidence for the rest.`
            : `Shows ${Math.round(100 * share)} % of the picture.`}
        </MarkedText>
      </p>
    </>
  );
}

function Stepped({ form }: { form: ProofSheetForm }) {
  const { typed, problems, type } = form;
  const isGrid = form.kind === 'thumbnails';
  return (
    <Fields style={{ paddingTop: 10 }}>
      <Select<StepOf>
        label="Across"
        value={form.across}
        onChange={(of) => form.step('across', of)}
        options={STEPS}
      />
      <Field label="by" value={typed.acrossBy} onChange={type('acrossBy')} wrong={problems.acrossBy} />
      {isGrid && (
        <>
          <Select<StepOf>
            label="Down"
            value={form.down}
            onChange={(of) => form.step('down', of)}
            options={STEPS}
          />
          <Field label="by" value={typed.downBy} onChange={type('downBy')} wrong={problems.downBy} />
          <Field label="Each so wide" value={typed.cell} onChange={type('cell')} wrong={problems.cell} />
        </>
      )}
      <Field
        label="Steps to each side"
        value={typed.each}
        onChange={type('each')}
        wrong={problems.each}
      />
    </Fields>
  );
}
