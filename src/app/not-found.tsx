import { MessagePage } from './MessagePage';

export default function NotFound() {
  return (
    <MessagePage
      title="Nothing lies here"
      message="What was asked for is not in the studio. It may have been taken out, or the address is not whole."
    />
  );
}
