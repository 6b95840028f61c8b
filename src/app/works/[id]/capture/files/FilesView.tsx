'use client';
import { Aside, Columns, EmptyState, Stack } from '@/ui/Layout';
import type { FilesProps } from './fileProps';
import { FilesPart } from './FilesPart';
import { MakePart } from './MakePart';
import { PrepPart } from './PrepPart';

/** What was done to the file, and the print files made of it. */
export function FilesView({ mayPrint, signature, master, sizes, routes, preps, files }: FilesProps) {
  if (!master)
    return (
      <EmptyState title="No master yet">
        <p>A print file is made of a master, a prep and a size. Bring a capture in first.</p>
      </EmptyState>
    );
  return (
    <Stack $gap={30}>
      {sizes.length ? (
        <MakePart mayPrint={mayPrint} master={master} sizes={sizes} routes={routes} preps={preps} />
      ) : (
        <EmptyState title="No size is offered yet">
          <p>Tick a size at the Sizes station; its print file is then made here.</p>
        </EmptyState>
      )}
      <Columns $aside={420}>
        <FilesPart files={files} sizes={sizes} routes={routes} />
        <Aside>
          <PrepPart masterId={master.id} sizes={sizes} preps={preps} signature={signature} />
        </Aside>
      </Columns>
    </Stack>
  );
}
