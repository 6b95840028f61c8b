'use client';
import { Button, Row } from '@/ui/Button';
import { Callout } from '@/ui/Callout';
import { usePractice } from './checkParts';

export function Practice({ workId }: { workId: string }) {
  const practise = usePractice(workId);
  return (
    <Callout>
      <h3>Practise, simulated</h3>
      <p>
        Stand-ins for a flatbed and a camera capture this work with honest faults: soft optics, noise,
        dust, falling light, a cast, a camera not quite level. What they make is labelled as simulated and
        comes in like any file.
      </p>
      <Row style={{ marginTop: 8 }}>
        <Button onPress={() => void practise.begin('flatbed', 'work')}>Simulated flatbed</Button>
        <Button onPress={() => void practise.begin('camera', 'work')}>Simulated camera</Button>
        <Button onPress={() => void practise.begin('camera', 'target')}>Camera with a target</Button>
      </Row>
      {practise.line}
    </Callout>
  );
}
