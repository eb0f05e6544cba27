import { Button, Group, Text } from '@mantine/core';
import { IconAlertTriangle } from '@tabler/icons-react';
import { create } from 'zustand';

const CAUTIONS = {
  head: 'The head is about to move. Keep hands, hair, sleeves and tools clear of it, cords and pedals clear of feet, and don’t lean on the rails.',
  stitch: 'Needles break: wear eye protection, and let nobody lean in while it runs. STOP (Space) works always.',
  roll: 'Before you roll: needle up, power to the head’s motors off or the head parked at the side, clamps off. Two people for long poles; keep fingers out of the ratchets and the roll.',
  turn: 'Before the quilt comes off: needle up, head parked at the side, clamps off. What is neither stitched nor basted inside sags once it is loaded the other way, and lines go askew: baste it first. Two people for long poles; keep fingers out of the ratchets and the roll.',
  mend: 'Switch the power off before you change the needle, the foot or the bobbin case.',
} as const;

export type CautionName = keyof typeof CAUTIONS;

const seen = (name: CautionName): boolean => sessionStorage.getItem(`gorse-caution-${name}`) === 'seen';

const useSeen = create<Readonly<Partial<Record<CautionName, boolean>>>>(() => ({}));

/** Whether a caution was acknowledged in this session. */
export const useCautioned = (name: CautionName): boolean => useSeen((state) => state[name] ?? seen(name));

/** A caution where its risk arises; acknowledged once a session. */
export function Caution({ name }: { readonly name: CautionName }) {
  const understood = (): void => {
    sessionStorage.setItem(`gorse-caution-${name}`, 'seen');
    useSeen.setState({ [name]: true });
  };
  return (
    <div
      role="alert"
      style={{ border: '3px solid var(--mantine-color-rowan-6)', borderRadius: 8, padding: 14, background: '#fff' }}
    >
      <Group wrap="nowrap" align="flex-start">
        <IconAlertTriangle size={32} color="var(--mantine-color-rowan-6)" style={{ flexShrink: 0 }} aria-hidden />
        <Text fz={18}>{CAUTIONS[name]}</Text>
      </Group>
      <Button h={56} fullWidth fz={20} mt="sm" color="rowan" onClick={understood}>
        Understood
      </Button>
    </div>
  );
}
