'use client';
import { Button, ButtonLink, Row } from '@/ui/Button';
import { EmptyState, Panel, Page } from '@/ui/Layout';

export function MessagePage({
  title,
  message,
  again,
}: {
  title: string;
  message: string;
  again?: () => void;
}) {
  return (
    <Page>
      <Panel>
        <EmptyState title={title}>
          <p>{message}</p>
          <div>
            <Row>
              {again && (
                <Button main onPress={again}>
                  Try again
                </Button>
              )}
              <ButtonLink href="/">Go to the bench</ButtonLink>
            </Row>
          </div>
        </EmptyState>
      </Panel>
    </Page>
  );
}
