import { quiltOf } from '@gorse/core';
import { useNavigate } from 'react-router';
import { usePlan } from '../../document/plan-store.ts';
import { Library } from './library.tsx';

export default function DesignsStep() {
  const navigate = useNavigate();
  const quiltId = usePlan((state) => state.quiltId ?? '');
  const name = usePlan((state) => quiltOf(state.records).name);
  return (
    <Library
      use={(design) => ({
        label: `Use in ${name}`,
        go: () => void navigate(`/quilts/${quiltId}/layout`, { state: { designId: design.id } }),
      })}
    />
  );
}
