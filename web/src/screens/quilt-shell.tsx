import { quiltOf } from '@gorse/core';
import { Alert, Button, Group } from '@mantine/core';
import { useDisclosure, useHotkeys } from '@mantine/hooks';
import { Suspense, useEffect, useState } from 'react';
import { Outlet, useLocation, useNavigate, useParams } from 'react-router';
import { closePlan, clearRefusal, openPlan, redo, settleConflict, undo, usePlan } from '../document/plan-store.ts';
import { tellError } from '../ui/notices.ts';
import { Waiting } from '../ui/waiting.tsx';
import { Header, STEPS } from './header.tsx';
import { Help, type StepName } from './help.tsx';

/** Everything of one quilt: the header with its steps, and the step. */
export function QuiltShell() {
  const { quiltId = '' } = useParams();
  const open = usePlan((state) => state.quiltId === quiltId);
  const refusal = usePlan((state) => state.refusal);
  const unsaved = usePlan((state) => state.outbox.length > 0);
  const name = usePlan((state) => (state.quiltId === quiltId ? quiltOf(state.records).name : ''));
  const [failure, setFailure] = useState<Error | null>(null);
  const [help, { toggle, close }] = useDisclosure(false);
  const navigate = useNavigate();
  const step = (useLocation().pathname.split('/')[3] ?? 'layout') as StepName;

  useEffect(() => {
    openPlan(quiltId).catch((error: unknown) => setFailure(error instanceof Error ? error : new Error(String(error))));
    return closePlan;
  }, [quiltId]);
  useEffect(() => {
    document.title = name === '' ? 'Gorse' : `${name} · Gorse`;
  }, [name]);
  useEffect(() => {
    if (refusal === null) return;
    tellError(new Error(refusal));
    clearRefusal();
  }, [refusal]);
  useEffect(() => {
    if (!unsaved) return;
    const warn = (event: BeforeUnloadEvent): void => event.preventDefault();
    window.addEventListener('beforeunload', warn);
    return () => window.removeEventListener('beforeunload', warn);
  }, [unsaved]);
  useHotkeys(
    [
      ['mod+Z', undo],
      ['mod+shift+Z', redo],
      // With Shift or without: keyboards differ.
      ['shift+?', toggle],
      ['?', toggle],
      ...STEPS.map((to, i): [string, () => void] => [
        String(i + 1),
        () => void navigate(`/quilts/${quiltId}/${to.path}`),
      ]),
    ],
    ['INPUT', 'TEXTAREA', 'SELECT'],
  );

  if (failure !== null) throw failure;
  if (!open) return <Waiting what="the quilt" />;
  return (
    <div className="shell">
      <Header quiltId={quiltId} name={name} onHelp={toggle} />
      <main style={{ minHeight: 0, display: 'flex', flexDirection: 'column' }}>
        <Conflict />
        <div style={{ flex: 1, minHeight: 0 }}>
          <Suspense fallback={<Waiting what="the step" />}>
            <Outlet />
          </Suspense>
        </div>
      </main>
      <Help step={step} opened={help} onClose={close} />
    </div>
  );
}

function Conflict() {
  const conflict = usePlan((state) => state.conflict);
  if (!conflict) return null;
  return (
    <Alert color="rowan" title="This quilt was changed in another window at the same place" role="alert">
      <Group>
        Which should stay? Nothing is lost until you choose.
        <Button onClick={() => settleConflict('mine')}>Keep mine</Button>
        <Button variant="default" onClick={() => settleConflict('theirs')}>
          Take theirs
        </Button>
      </Group>
    </Alert>
  );
}
