'use client';
import { useState } from 'react';
import { toHaveReady, type OneMade } from '@/core/edition/toHaveReady';
import { Row } from '@/ui/Button';
import { Field } from '@/ui/Field';
import { Stack } from '@/ui/Layout';
import { Verdict } from '@/ui/Verdict';

const FIRST = '5';

/** What it takes to have so many more of an edition ready, each beside what is there. */
export function ToHaveReady({ one }: { one: OneMade }) {
  const [typed, setTyped] = useState(FIRST);
  const count = /^[1-9]\d{0,3}$/.test(typed.trim()) ? Number(typed) : null;
  return (
    <section style={{ marginTop: 20 }}>
      <Row style={{ alignItems: 'end', marginBottom: 8 }}>
        <Field
          label={`To have so many more ready, at ${one.format}`}
          value={typed}
          onChange={setTyped}
          inputMode="numeric"
          width={260}
          wrong={count === null ? 'Expected a whole number.' : null}
        />
      </Row>
      <Stack $gap={6}>
        {count !== null &&
          toHaveReady(one, count).map((finding) => (
            <Verdict key={finding.word + finding.says} finding={finding} />
          ))}
      </Stack>
    </section>
  );
}
