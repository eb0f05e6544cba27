import { createTheme, Modal, Notification, type MantineColorsTuple } from '@mantine/core';

/** The palette "moorland". */
export const MOORLAND = {
  calico: '#F6F3EA',
  ink: '#2B2A27',
  gorse: '#E3A500',
  bracken: '#8A4B2A',
  heather: '#8C5A9E',
  moss: '#4F6B3C',
  slate: '#3F5666',
  rowan: '#B3372B',
} as const;

const slate: MantineColorsTuple = [
  '#EEF2F4',
  '#D9E1E6',
  '#B7C6CF',
  '#93A9B6',
  '#738E9E',
  '#587485',
  '#3F5666',
  '#364B59',
  '#2C3E4A',
  '#1F2D36',
];
const gorse: MantineColorsTuple = [
  '#FFF8E1',
  '#FDEDBD',
  '#FADF8B',
  '#F5CF55',
  '#EFBE27',
  '#E9B20F',
  '#E3A500',
  '#B98600',
  '#8C6600',
  '#5E4500',
];
const rowan: MantineColorsTuple = [
  '#FBEDEB',
  '#F4D4D0',
  '#E7A8A1',
  '#DA7A70',
  '#CD574B',
  '#C04337',
  '#B3372B',
  '#992D22',
  '#7C231A',
  '#5C1912',
];
const moss: MantineColorsTuple = [
  '#EFF3EB',
  '#DCE5D4',
  '#BBCBAD',
  '#98B084',
  '#7B9864',
  '#658250',
  '#4F6B3C',
  '#435C33',
  '#364A29',
  '#28381F',
];

export const theme = createTheme({
  fontFamily: "'Atkinson Hyperlegible Next Variable', system-ui, sans-serif",
  primaryColor: 'slate',
  primaryShade: 6,
  colors: { slate, gorse, rowan, moss },
  black: MOORLAND.ink,
  defaultRadius: 'sm',
  cursorType: 'pointer',
  focusRing: 'auto',
  components: {
    Notification: Notification.extend({ defaultProps: { closeButtonProps: { 'aria-label': 'Close' } } }),
    Modal: Modal.extend({ defaultProps: { closeButtonProps: { 'aria-label': 'Close' } } }),
  },
});
