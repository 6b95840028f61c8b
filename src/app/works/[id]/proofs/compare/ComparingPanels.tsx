'use client';
import { Button } from '@/ui/Button';
import { Select } from '@/ui/Choices';
import { Check, Field } from '@/ui/Field';
import { FilePick } from '@/ui/FilePick';
import { PanelTitle, Small, Stack } from '@/ui/Layout';
import { UploadProgress } from '@/ui/useUpload';
import { MarkedText } from '@/ui/Verdict';
import { PICTURES, TEXTS } from './fileKinds';
import type { Comparing } from './useComparing';

/** A scan or photograph of the proof, and a second one of the same page. */
export function CapturesPanel({ desk, untagged }: { desk: Comparing; untagged: boolean }) {
  return (
    <section>
      <PanelTitle>Bring in captures</PanelTitle>
      <Stack $gap={9} style={{ paddingTop: 8 }}>
        <FilePick
          label="Scan or photograph of the proof"
          accept={PICTURES}
          onFile={desk.takeCapture('first')}
        />
        <FilePick
          label="The same page captured again, for the floor"
          name="The same page captured again"
          accept={PICTURES}
          onFile={desk.takeCapture('second')}
        />
        <Small>
          A scan lies flat, within 3° of the glass’s edge. A photograph shows all of the page with its
          bare border, from within 15° of straight above: light that falls off, and a wrong white, are
          evened by that border.
        </Small>
        {untagged && (
          <Select
            label="The untagged master’s numbers mean"
            value={desk.untaggedIs}
            onChange={desk.setUntaggedIs}
            options={[
              { key: '', name: 'say which' },
              { key: 'sRGB', name: 'sRGB' },
              { key: 'opRGB', name: 'opRGB' },
            ]}
          />
        )}
        <Button
          main={desk.captures.first !== null}
          onPress={() => void desk.compareCaptures()}
          isDisabled={!desk.canCompare}
        >
          Compare
        </Button>
        <UploadProgress upload={desk.upload} />
        {desk.refusal && <MarkedText kind="fails">{desk.refusal}</MarkedText>}
      </Stack>
    </section>
  );
}

/** The whole loop without paper: the practice press prints and scans the sheet. */
export function PractisePanel({ desk }: { desk: Comparing }) {
  const proof = desk.proof!;
  return (
    <section>
      <PanelTitle>
        Practise <span>nothing real is printed</span>
      </PanelTitle>
      <Stack $gap={9} style={{ paddingTop: 8 }}>
        {proof.practice ? (
          <>
            <p>
              The practice press prints this sheet as its paper truly takes ink on the day, and scans it a
              little askew.
            </p>
            <Field
              label="Warmth of the room, °C"
              value={desk.celsius}
              onChange={desk.setCelsius}
              width={140}
            />
            <Check checked={desk.isScannedTwice} onChange={desk.setScannedTwice}>
              Scan the page twice
            </Check>
            <Button onPress={() => void desk.practise()} isDisabled={desk.job.goesOn}>
              Print and scan for practice
            </Button>
            {desk.isMade && (
              <Small>
                <a href={`/api/proofs/${proof.id}/readings`} download>
                  Practice readings of a chart on this paper (CGATS)
                </a>
              </Small>
            )}
          </>
        ) : (
          <p>
            The practice press knows only papers it profiled itself; this proof went through another
            profile.
          </p>
        )}
      </Stack>
    </section>
  );
}

/** Patches that an instrument has read. */
export function ReadingsPanel({ desk }: { desk: Comparing }) {
  return (
    <section>
      <PanelTitle>
        Readings of an instrument <span>CGATS or CSV</span>
      </PanelTitle>
      <Stack $gap={9} style={{ paddingTop: 8 }}>
        <FilePick label="Readings" accept={TEXTS} onFile={desk.takeText('readings')} />
        <FilePick
          label="Reference; without one, the practice chart"
          name="Reference"
          accept={TEXTS}
          onFile={desk.takeText('reference')}
        />
        <Button onPress={() => void desk.compareReadings()} isDisabled={!desk.canCompareReadings}>
          Compare readings
        </Button>
      </Stack>
    </section>
  );
}
