'use client';
import { useAction } from '@/app/useAction';
import { toDecimals } from '@/core/measure';
import { writeShareLines } from '@/core/price/feeLines';
import { stallOutlay } from '@/core/price/terms';
import { ErrorCallout } from '@/ui/Actions';
import { Button, Row } from '@/ui/Button';
import { Small } from '@/ui/Layout';
import { useUnits } from '@/ui/Units';
import { MarkedText } from '@/ui/Verdict';
import type { ListedChannel } from '@/studio/sales/channelsPage';

/** One channel's rules in a sentence, and how old they are. */
export function ChannelRules({
  channel,
  ratePerHour,
  onChange,
}: {
  channel: ListedChannel;
  ratePerHour: number;
  onChange: () => void;
}) {
  const { money, date } = useUnits();
  const action = useAction();
  const { rules } = channel;
  const says = [
    rules.shareFees.length > 0 && writeShareLines(rules.shareFees).replaceAll('\n', '; '),
    ...rules.fixedFees.map((fee) => `${fee.name}, ${money(fee.amount)} a sale`),
    rules.shareOfRetail && `keeps ${toDecimals(rules.shareOfRetail * 100, 1)} % of the price`,
    rules.taxOnFees && `tax on fees ${toDecimals(rules.taxOnFees * 100, 1)} %`,
    rules.monthly && `${money(rules.monthly)} a month`,
    rules.perListing && `${money(rules.perListing)} a month for each of ${rules.listings ?? 0} listed`,
    rules.partner &&
      `makes it for ${money(rules.partner.perM2)} a m², at least ${money(rules.partner.minimum)}`,
    rules.partner?.deposit &&
      `${toDecimals(rules.partner.deposit * 100, 1)} % of that is put down with the order, paid out after ${rules.partner.heldDays ?? 0} days`,
    rules.stall &&
      `a fair costs ${money(stallOutlay(rules.stall, ratePerHour))}: stall ${money(rules.stall.fee)}, ${rules.stall.hours} h, ${rules.stall.km} km, ${rules.stall.days} d; ${rules.stall.perMonth} a month`,
  ].filter(Boolean);
  return (
    <li>
      <b>{channel.name}</b>
      <Small>{says.join('; ') || 'keeps nothing'}.</Small>
      {channel.notes && <Small>{channel.notes}</Small>}
      {channel.isOld ? (
        <MarkedText kind="care">read {date(channel.readOn)}: old, read them again</MarkedText>
      ) : (
        <Small>read {date(channel.readOn)}</Small>
      )}
      <ErrorCallout error={action.error} fields={[]} />
      <Row>
        <Button quiet onPress={onChange} aria-label={`Change ${channel.name}`}>
          Change
        </Button>
        <Button
          quiet
          isDisabled={action.isPending}
          aria-label={`Nothing is sold at ${channel.name} any more`}
          onPress={() => void action.run('archiveChannel', { id: channel.id })}
        >
          Put away
        </Button>
      </Row>
    </li>
  );
}
