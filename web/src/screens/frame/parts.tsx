import { Button, type ButtonProps, Text } from '@mantine/core';
import type { ReactNode } from 'react';

/** What is to be done, read from where she stands. */
export const Title = ({ children }: { readonly children: ReactNode }) => (
  <Text fz={24} fw={700} lh={1.2}>
    {children}
  </Text>
);

interface Pressed extends ButtonProps {
  readonly onClick?: () => void;
  readonly children: ReactNode;
}

/** The one button that does it; Enter presses it too. */
export const BigButton = (props: Pressed) => <Button h={64} fz={22} fullWidth data-testid="big-button" {...props} />;

/** A smaller way on. */
export const WayButton = (props: Pressed) => <Button variant="default" h={56} fz={17} px={8} {...props} />;
