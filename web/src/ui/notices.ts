import { notifications } from '@mantine/notifications';
import { createElement, type ReactNode } from 'react';
import { sentenceOf } from '../api/api.ts';

/** Says what went wrong; stays until closed. */
export function tellError(error: unknown): void {
  notifications.show({
    color: 'rowan',
    message: sentenceOf(error),
    autoClose: 12_000,
    withBorder: true,
    role: 'alert',
  });
}

/** Says what was done, with a way back. */
export function tellDone(message: ReactNode, undo?: () => void): void {
  const id = notifications.show({
    color: 'moss',
    withBorder: true,
    autoClose: 8000,
    message: undo
      ? createElement(
          'span',
          null,
          message,
          ' ',
          createElement(
            'button',
            {
              type: 'button',
              style: {
                textDecoration: 'underline',
                border: 0,
                background: 'none',
                font: 'inherit',
                cursor: 'pointer',
                fontWeight: 700,
              },
              onClick: () => {
                undo();
                notifications.hide(id);
              },
            },
            'Undo',
          ),
        )
      : message,
  });
}
