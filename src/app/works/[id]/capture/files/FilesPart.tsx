'use client';
import styled from 'styled-components';
import { useAction } from '@/app/useAction';
import { ErrorCallout } from '@/ui/Actions';
import { Button } from '@/ui/Button';
import { PanelTitle, Small } from '@/ui/Layout';
import { t } from '@/ui/tokens';
import { useUnits } from '@/ui/Units';
import { MarkedText, Verdict } from '@/ui/Verdict';
import { BringIn } from './BringIn';
import type { FileLine, OfferedSize, RouteChoice } from './fileProps';

const FileItem = styled.li`
  padding: 10px 0;
  border-bottom: 1px solid ${t.hair};
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 6px 16px;
  ul {
    grid-column: 1 / -1;
    display: grid;
    gap: 4px;
  }
  strong {
    overflow-wrap: anywhere;
  }
`;

type Props = { files: FileLine[]; sizes: OfferedSize[]; routes: RouteChoice[] };

/** The print files there are, each with what its check found and what has changed since. */
export function FilesPart({ files, sizes, routes }: Props) {
  const action = useAction();
  return (
    <section>
      <PanelTitle>
        Print files <span>{files.length}</span>
      </PanelTitle>
      {!files.length && <Small>None yet. A file made elsewhere passes the same check.</Small>}
      <ul>
        {files.map((file) => (
          <OneFile
            key={file.id}
            file={file}
            onRemove={() => void action.run('removePrintFile', { id: file.id })}
            isBusy={action.isPending}
          />
        ))}
      </ul>
      <ErrorCallout error={action.error} />
      {sizes.length > 0 && <BringIn sizes={sizes} routes={routes} />}
    </section>
  );
}

function OneFile({ file, onRemove, isBusy }: { file: FileLine; onRemove: () => void; isBusy: boolean }) {
  const { size, moment } = useUnits();
  const { check } = file;
  const facts = [
    file.image && size(file.image),
    check && `${check.pixels.width} × ${check.pixels.height} px, ${check.bits} bit, ${check.space}`,
    file.bytes !== null && `${(file.bytes / 1e6).toFixed(1)} MB`,
    file.route,
    file.remark,
    moment(file.madeAt),
  ];
  return (
    <FileItem>
      <div>
        <strong>
          {file.hasFile ? <a href={`/api/printfile/${file.id}`}>{file.fileName}</a> : file.fileName}
        </strong>
        <br />
        <Small>{facts.filter(Boolean).join(' · ')}</Small>
      </div>
      <Button quiet onPress={onRemove} isDisabled={isBusy} aria-label={`Remove ${file.fileName}`}>
        Remove
      </Button>
      <ul>
        {check?.findings.map((finding) => (
          <li key={finding.says}>
            <Verdict finding={finding} />
          </li>
        ))}
        {file.stale.map((words) => (
          <li key={words}>
            <MarkedText kind="care">{words}</MarkedText>
          </li>
        ))}
      </ul>
    </FileItem>
  );
}
