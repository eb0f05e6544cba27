import { EXPORT_FORMATS } from '@gorse/contract';
import { makersOf, QUILT_ID, quiltOf } from '@gorse/core';
import { ActionIcon, Button, Group, Menu, Modal, Text, TextInput, UnstyledButton } from '@mantine/core';
import { useDisclosure } from '@mantine/hooks';
import { IconCheck, IconCloudOff, IconHelp, IconRefresh } from '@tabler/icons-react';
import { type SyntheticEvent, useState } from 'react';
import { Link, NavLink, useNavigate } from 'react-router';
import { api } from '../api/api.ts';
import { edit, redo, type SaveState, undo, usePlan } from '../document/plan-store.ts';
import { tellDone, tellError } from '../ui/notices.ts';
import { UndoButtons } from '../ui/undo-buttons.tsx';
import { UnitsSelect } from '../ui/units-select.tsx';

export const STEPS = [
  { path: 'quilt', name: 'Quilt' },
  { path: 'designs', name: 'Designs' },
  { path: 'layout', name: 'Layout' },
  { path: 'passes', name: 'Passes' },
  { path: 'frame', name: 'Frame' },
  { path: 'log', name: 'Log' },
] as const;

export function Header({
  quiltId,
  name,
  onHelp,
}: {
  readonly quiltId: string;
  readonly name: string;
  readonly onHelp: () => void;
}) {
  const undoable = usePlan((state) => state.undoable.at(-1)?.mark);
  const redoable = usePlan((state) => state.redoable.at(-1)?.mark);
  return (
    <header className="header">
      <Link to="/" aria-label="Back to the shelf" title="Back to the shelf" style={{ display: 'flex' }}>
        <img src="/sprig.svg" alt="" width={28} height={28} />
      </Link>
      <QuiltMenu quiltId={quiltId} name={name} />
      <nav className="steps" aria-label="Steps">
        {STEPS.map((step) => (
          <NavLink key={step.path} to={`/quilts/${quiltId}/${step.path}`}>
            {step.name}
          </NavLink>
        ))}
      </nav>
      <Saved />
      <UndoButtons undoable={undoable ?? null} redoable={redoable ?? null} onUndo={undo} onRedo={redo} />
      <UnitsSelect />
      <ActionIcon variant="subtle" size="lg" aria-label="Keys and how people do this (?)" onClick={onHelp}>
        <IconHelp />
      </ActionIcon>
    </header>
  );
}

const SAVED: Readonly<Record<SaveState, readonly [text: string, icon: typeof IconCheck]>> = {
  saved: ['saved', IconCheck],
  saving: ['saving…', IconRefresh],
  waiting: ['not saved yet, trying again', IconCloudOff],
  conflict: ['not saved: choose below', IconCloudOff],
};

function Saved() {
  const save = usePlan((state) => state.save);
  const [text, Icon] = SAVED[save];
  return (
    <Group
      gap={4}
      wrap="nowrap"
      role="status"
      c={save === 'waiting' || save === 'conflict' ? 'rowan' : 'var(--ink-soft)'}
    >
      <Icon size={16} aria-hidden />
      <Text size="sm" style={{ whiteSpace: 'nowrap' }}>
        {text}
      </Text>
    </Group>
  );
}

function QuiltMenu({ quiltId, name }: { readonly quiltId: string; readonly name: string }) {
  const navigate = useNavigate();
  const [renaming, { open, close }] = useDisclosure(false);
  const empty = usePlan(({ records }) => makersOf({ records }).length === 0);
  const copy = (): void => {
    api
      .copyQuilt(quiltId)
      .then(({ id }) => navigate(`/quilts/${id}/layout`))
      .catch(tellError);
  };
  const remove = (): void => {
    api
      .removeQuilt(quiltId)
      .then(() => {
        void navigate('/');
        tellDone(
          `${name} is off the shelf.`,
          () => void api.restoreQuilt(quiltId).then(() => navigate(`/quilts/${quiltId}/layout`), tellError),
        );
      })
      .catch(tellError);
  };
  return (
    <>
      <Menu position="bottom-start">
        <Menu.Target>
          <UnstyledButton
            fw={700}
            fz={18}
            maw={240}
            style={{ overflow: 'hidden', textOverflow: 'ellipsis', whiteSpace: 'nowrap' }}
          >
            {name} ▾
          </UnstyledButton>
        </Menu.Target>
        <Menu.Dropdown>
          <Menu.Item onClick={open}>Rename…</Menu.Item>
          <Menu.Item onClick={copy}>Make a copy</Menu.Item>
          <Menu.Item component="a" href={api.quiltFileAddress(quiltId)} download>
            Save as a file, with its designs and log
          </Menu.Item>
          <Menu.Divider />
          <Menu.Label>Download the whole quilt{empty ? ' (nothing placed yet)' : ''}</Menu.Label>
          {EXPORT_FORMATS.map((format) => (
            <Menu.Item
              key={format}
              component="a"
              href={empty ? undefined : api.exportAddress(quiltId, format)}
              disabled={empty}
              download
            >
              {FORMAT_NAMES[format]}
            </Menu.Item>
          ))}
          <Menu.Divider />
          <Menu.Item color="rowan" onClick={remove}>
            Take off the shelf
          </Menu.Item>
          <Menu.Item onClick={() => void navigate('/')}>Back to the shelf</Menu.Item>
        </Menu.Dropdown>
      </Menu>
      {renaming && <Rename name={name} onClose={close} />}
    </>
  );
}

export const FORMAT_NAMES = { svg: 'SVG, true size', dxf: 'DXF, millimetres', gcode: 'G-code, needle points' } as const;

function Rename({ name, onClose }: { readonly name: string; readonly onClose: () => void }) {
  const [draft, setDraft] = useState(name);
  const wrong = draft.trim() === '' || draft.length > 120;
  const save = (event: SyntheticEvent): void => {
    event.preventDefault();
    if (wrong) return;
    edit('rename', (records) => ({ ...records, quilts: { [QUILT_ID]: { ...quiltOf(records), name: draft.trim() } } }));
    onClose();
  };
  return (
    <Modal opened onClose={onClose} title="Rename this quilt">
      <form onSubmit={save}>
        <TextInput
          label="Name"
          value={draft}
          data-autofocus
          error={wrong ? 'Give it a name of up to 120 characters' : null}
          onChange={(e) => setDraft(e.currentTarget.value)}
        />
        <Group justify="flex-end" mt="md">
          <Button type="submit" disabled={wrong}>
            Rename
          </Button>
        </Group>
      </form>
    </Modal>
  );
}
