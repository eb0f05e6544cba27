import type { PairingCodeAnswer } from '@gorse/contract';
import qrcode from 'qrcode';

/** Where a device opens to be paired. */
const pairingAddress = (address: string, { code }: PairingCodeAnswer): string => `${address}/pair?code=${code}`;

/** What is printed at the start where others than this machine are served: where they find it, and how the first is paired. */
export async function greeting(addresses: readonly string[], code: PairingCodeAnswer): Promise<string> {
  const [first] = addresses;
  if (first === undefined) return 'Other devices can be let in, but this machine is in no network now.';
  const picture = await qrcode.toString(pairingAddress(first, code), { type: 'terminal', small: true });
  return [
    'Other devices in the network find it at:',
    ...addresses.map((address) => `  ${address}`),
    `To pair a tablet, scan this with it, or open the address and type ${code.code}. It holds five minutes, for one device;`,
    'another code is made on the page "At the frame with a tablet", on this computer.',
    picture,
  ].join('\n');
}
