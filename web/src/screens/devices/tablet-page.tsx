import type { DeviceAnswer, PairingCodeAnswer } from '@gorse/contract';
import { Button, Code, Group, List, Text, Title } from '@mantine/core';
import { useInterval } from '@mantine/hooks';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import qrcode from 'qrcode';
import { useEffect, useState } from 'react';
import { api, sentenceOf } from '../../api/api.ts';
import { KEYS, useDevices } from '../../api/queries.ts';
import { toTheMinute } from '../../ui/moments.ts';
import { tellError } from '../../ui/notices.ts';
import { Page } from '../../ui/page.tsx';
import { Waiting } from '../../ui/waiting.tsx';

/** How a tablet at the frame is paired, and which devices are. */
export default function TabletPage() {
  const devices = useDevices();
  const client = useQueryClient();
  const remove = useMutation({
    mutationFn: ({ id }: DeviceAnswer) => api.removeDevice(id),
    onSuccess: () => client.invalidateQueries({ queryKey: KEYS.devices }),
    onError: tellError,
  });
  return (
    <Page title="At the frame with a tablet">
      {devices.isPending && <Waiting what="the devices" />}
      {devices.isError && <Text role="alert">{sentenceOf(devices.error)}</Text>}
      {devices.data && devices.data.addresses.length === 0 && <ServesThisOnly />}
      {devices.data && devices.data.addresses.length > 0 && (
        <Pairing addresses={devices.data.addresses} paired={devices.data.devices.length} />
      )}
      {devices.data && devices.data.devices.length > 0 && (
        <>
          <Title order={2} size="h3">
            Paired devices
          </Title>
          {devices.data.devices.map((device) => (
            <section key={device.id} className="tile" style={{ padding: 16 }} aria-label={device.name}>
              <Group justify="space-between" wrap="nowrap">
                <div>
                  <Title order={3} size="h4">
                    {device.name}
                  </Title>
                  <Text size="sm">
                    paired {toTheMinute(device.pairedAt)}, last here {toTheMinute(device.seenAt)}
                  </Text>
                </div>
                <Button variant="default" loading={remove.isPending} onClick={() => remove.mutate(device)}>
                  Let it in no more
                </Button>
              </Group>
            </section>
          ))}
        </>
      )}
    </Page>
  );
}

function ServesThisOnly() {
  return (
    <>
      <Text fz={18}>
        Now only this computer can open Gorse. To stand at the frame with a tablet in the same network, start Gorse so
        that it serves the network too:
      </Text>
      <List type="ordered" spacing="xs">
        <List.Item>Stop Gorse.</List.Item>
        <List.Item>
          Start it with <Code>HOST=0.0.0.0 npm start</Code>. It prints its addresses, and a code to scan.
        </List.Item>
        <List.Item>
          Come back to this page, on this computer: it shows a code for each device that you want to pair.
        </List.Item>
      </List>
      <Text>
        No device gets in without a code. What goes over the network can be read by others in it, unless Gorse is given
        a certificate (<Code>GORSE_TLS_CERT</Code>, <Code>GORSE_TLS_KEY</Code>).
      </Text>
    </>
  );
}

interface Made {
  readonly code: PairingCodeAnswer;
  /** How many devices were paired then, and when that was, ms since 1970. */
  readonly paired: number;
  readonly at: number;
}

/** Makes codes, each for one device: it is done when one more is paired. */
function Pairing({ addresses, paired }: { readonly addresses: readonly string[]; readonly paired: number }) {
  const [address] = addresses;
  const [made, setMade] = useState<Made | null>(null);
  const make = useMutation({
    mutationFn: api.makePairingCode,
    onSuccess: (code) => setMade({ code, paired, at: Date.now() }),
    onError: tellError,
  });
  const [now, setNow] = useState(() => Date.now());
  useInterval(() => setNow(Date.now()), 1000, { autoInvoke: true });
  // The clock may not have moved since the code was made.
  const left = made ? Math.ceil((made.code.until - Math.max(now, made.at)) / 1000) : 0;
  return (
    <>
      <Text fz={18}>
        The tablet must be in the same network as this computer. Make a code, then scan it with the tablet, or open one
        of these addresses there and type it: {addresses.join(', ')}
      </Text>
      {made !== null && paired > made.paired ? (
        <Text role="status" fz={18} fw={600}>
          The device is paired. Open the quilt on it, and its Frame step.
        </Text>
      ) : made !== null && left > 0 && address !== undefined ? (
        <Group gap="xl" align="center">
          <QrCode text={`${address}/pair?code=${made.code.code}`} />
          <div>
            <Text fz={64} fw={700} lh={1.1} aria-label={`The code is ${made.code.code}`}>
              {made.code.code.slice(0, 3)} {made.code.code.slice(3)}
            </Text>
            <Text>
              For one device, for {Math.floor(left / 60)}:{String(left % 60).padStart(2, '0')} min
            </Text>
          </div>
        </Group>
      ) : null}
      <Group>
        <Button size="md" loading={make.isPending} onClick={() => make.mutate()}>
          {made === null ? 'Make a code' : 'Make another code'}
        </Button>
      </Group>
    </>
  );
}

function QrCode({ text }: { readonly text: string }) {
  const [picture, setPicture] = useState<string | null>(null);
  useEffect(() => {
    qrcode.toDataURL(text, { width: 260, margin: 2 }).then(setPicture, tellError);
  }, [text]);
  return picture && <img src={picture} width={260} height={260} alt={`Opens ${text}`} />;
}
