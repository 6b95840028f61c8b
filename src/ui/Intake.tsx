'use client';
import { useRouter } from 'next/navigation';
import { useCallback, useEffect, useRef, useState, type ReactNode } from 'react';
import styled from 'styled-components';
import { Button } from './Button';
import { fetchedSender } from './sending';
import { t } from './tokens';
import { beginningOf, progressOf, UploadProgress, type UploadState } from './useUpload';
import { MarkedText } from './Verdict';

type Upload = UploadState & {
  key: number;
  /** Null while it comes in. */
  outcome: { isIn: boolean; message: string } | null;
};

const PICTURES = '.tif,.tiff,.jpg,.jpeg,.png,.webp,image/tiff,image/jpeg,image/png,image/webp';

/** Files on their way in: one at a time, each with its progress, its time left and a way to stop it. */
export function useIntake(workId: string | null, onIn?: (workId: string) => void) {
  const [uploads, setUploads] = useState<Upload[]>([]);
  const router = useRouter();
  const count = useRef(0);
  const queue = useRef<Promise<unknown>>(Promise.resolve());
  const patch = useCallback(
    (key: number, change: Partial<Upload>) =>
      setUploads((all) => all.map((u) => (u.key === key ? { ...u, ...change } : u))),
    [],
  );
  const send = useCallback(
    (file: File) => {
      const key = ++count.current;
      setUploads((all) => [
        ...all.filter((u) => !u.outcome),
        { ...beginningOf(file), key, outcome: null },
      ]);
      const go = async () => {
        const url = `/api/intake?name=${encodeURIComponent(file.name)}${workId ? `&work=${workId}` : ''}`;
        const sendFile = await fetchedSender();
        const result = await sendFile<{ message: string; workId: string }>(url, file, {
          onStart: (stop) => patch(key, { stop }),
          onProgress: progressOf(Date.now(), (change) => patch(key, change())),
          onWaiting: () => patch(key, { stage: 'waiting', secondsLeft: null }),
        });
        if ('error' in result) {
          patch(key, { outcome: { isIn: false, message: result.error.message } });
          return;
        }
        patch(key, { outcome: { isIn: true, message: result.done.message } });
        onIn?.(result.done.workId);
        router.refresh();
      };
      queue.current = queue.current.then(go);
    },
    [workId, patch, onIn, router],
  );
  return { uploads, send };
}

const Zone = styled.div<{ $over: boolean }>`
  position: relative;
  outline: ${(p) => (p.$over ? `2px dashed ${t.ink}` : 'none')};
  outline-offset: 4px;
`;
const List = styled.ul`
  display: grid;
  gap: 6px;
  margin: 10px 0;
  li {
    background: ${t.white};
    border: 1px solid ${t.line};
    padding: 8px 10px;
    display: grid;
    gap: 5px;
  }
`;

/** Takes files by drop anywhere on the page or by choosing; `children` get the button that chooses. */
export function IntakeZone({
  workId,
  label,
  openWork,
  children,
}: {
  workId: string | null;
  label: string;
  openWork?: boolean;
  children?: (choose: ReactNode) => ReactNode;
}) {
  const router = useRouter();
  const onIn = useCallback(
    (id: string) => {
      if (openWork) router.push(`/works/${id}/capture`);
    },
    [openWork, router],
  );
  const { uploads, send } = useIntake(workId, onIn);
  const [over, setOver] = useState(false);
  const input = useRef<HTMLInputElement>(null);
  useEffect(() => {
    const hasFiles = (e: DragEvent) => e.dataTransfer?.types.includes('Files');
    const onOver = (e: DragEvent) => {
      if (hasFiles(e)) {
        e.preventDefault();
        setOver(true);
      }
    };
    const onLeave = (e: DragEvent) => {
      if (!e.relatedTarget) setOver(false);
    };
    const onDrop = (e: DragEvent) => {
      if (hasFiles(e)) {
        e.preventDefault();
        setOver(false);
        [...e.dataTransfer!.files].forEach(send);
      }
    };
    document.addEventListener('dragover', onOver);
    document.addEventListener('dragleave', onLeave);
    document.addEventListener('drop', onDrop);
    return () => {
      document.removeEventListener('dragover', onOver);
      document.removeEventListener('dragleave', onLeave);
      document.removeEventListener('drop', onDrop);
    };
  }, [send]);
  const choose = <Button onPress={() => input.current?.click()}>{label}</Button>;
  return (
    <Zone $over={over}>
      <input
        ref={input}
        type="file"
        accept={PICTURES}
        multiple
        hidden
        aria-label={label}
        onChange={(e) => {
          [...(e.target.files ?? [])].forEach(send);
          e.target.value = '';
        }}
      />
      {children ? children(choose) : choose}
      {uploads.length > 0 && (
        <List aria-label="Files on their way in">
          {uploads.map((u) => (
            <UploadLine key={u.key} upload={u} />
          ))}
        </List>
      )}
    </Zone>
  );
}

function UploadLine({ upload }: { upload: Upload }) {
  const { name, outcome } = upload;
  if (!outcome)
    return (
      <li>
        <UploadProgress upload={upload} />
      </li>
    );
  return (
    <li role={outcome.isIn ? undefined : 'alert'}>
      <strong>{name}</strong>
      <MarkedText kind={outcome.isIn ? 'holds' : 'fails'}>{outcome.message}</MarkedText>
    </li>
  );
}
