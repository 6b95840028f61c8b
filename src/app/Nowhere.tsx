'use client';
import { Button, ButtonLink, Row } from '@/ui/Button';
import { Empty, Sheet, Wall } from '@/ui/Layout';

export function Nowhere({ title, says, again }: { title: string; says: string; again?: () => void }) {
  return (
    <Wall>
      <Sheet>
        <Empty title={title}>
          <p>{says}</p>
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
        </Empty>
      </Sheet>
    </Wall>
  );
}
