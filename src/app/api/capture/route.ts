import { InputError } from '@/core/errors';
import { answer, objectOf } from '@/app/respond';
import { studio } from '@/app/server';
import { CAPTURE_DEVICES } from '@/simulators/captureDevices';
import { captureWith, type CaptureInput } from '@/studio/capture/captureWith';

/** Captures a work with a stand-in device. */
export async function POST(request: Request) {
  return answer(async () => {
    const { device, ...input } = (await objectOf(request)) as unknown as {
      device?: string;
    } & CaptureInput;
    const isKnown = typeof device === 'string' && Object.hasOwn(CAPTURE_DEVICES, device);
    const chosen = CAPTURE_DEVICES[device as keyof typeof CAPTURE_DEVICES];
    if (!isKnown)
      throw new InputError('device', device, `one of ${Object.keys(CAPTURE_DEVICES).join(', ')}`);
    return captureWith(await studio(), chosen, input);
  });
}
