import type { ComponentProps } from 'react';
import { FramedPart } from './FramedPart';
import { PackStep } from './PackStep';

/** A framed piece in its box: how it is packed, and what lies about it. */
export const BoxedPack = (props: ComponentProps<typeof PackStep>) => (
  <>
    <PackStep {...props} />
    <FramedPart table={props.table} />
  </>
);
