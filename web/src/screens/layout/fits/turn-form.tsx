import { Switch } from '@mantine/core';
import { setStages } from '../../../document/proposal.ts';
import type { FitFormProps } from './fit-view.ts';

export const TurnForm = ({ placementId, fit }: FitFormProps<'contain'>) => (
  <Switch
    label="Turn it whichever way makes it largest"
    checked={fit.turn === 'free'}
    onChange={(event) =>
      setStages('turn freely', placementId, { fit: { ...fit, turn: event.currentTarget.checked ? 'free' : 'held' } })
    }
  />
);
