import { useAction } from '@/app/useAction';
import { Button, Row } from '@/ui/Button';
import { PanelTitle, Small } from '@/ui/Layout';
import { t } from '@/ui/tokens';
import { MarkedText } from '@/ui/Verdict';
import type { SheetProps } from './sheetProps';

/** Sheets that are made and not yet printed: to be downloaded, or laid beside other work on the same paper. */
export function WaitingSheets({ waiting, layouts }: Pick<SheetProps, 'waiting' | 'layouts'>) {
  const gang = useAction();
  if (!waiting.length) return null;
  return (
    <section>
      <PanelTitle>
        Made, to be printed <span>{waiting.length}</span>
      </PanelTitle>
      <ul>
        {waiting.map((sheet) => (
          <li key={sheet.id} style={{ padding: '8px 0', borderBottom: `1px solid ${t.hair}` }}>
            <p>
              Round {sheet.round}, {sheet.name}
            </p>
            <Small>
              <a href={`/api/proofs/${sheet.id}/sheet`} download>
                {sheet.fileName}
              </a>
            </Small>
            {layouts
              .filter((layout) => layout.paperId === sheet.paperId)
              .map((layout) => (
                <Row key={layout.id} style={{ paddingTop: 4 }}>
                  <Button
                    quiet
                    isDisabled={gang.isPending}
                    onPress={() => void gang.run('gangProof', { id: sheet.id, layoutId: layout.id })}
                  >
                    Lay it on {layout.name}
                  </Button>
                </Row>
              ))}
          </li>
        ))}
      </ul>
      {gang.error && <MarkedText kind="fails">{gang.error.message}</MarkedText>}
    </section>
  );
}
