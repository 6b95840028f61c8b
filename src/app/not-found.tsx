import { Nowhere } from './Nowhere';

export default function NotFound() {
  return (
    <Nowhere
      title="Nothing lies here"
      says="What was asked for is not in the studio. It may have been taken out, or the address is not whole."
    />
  );
}
