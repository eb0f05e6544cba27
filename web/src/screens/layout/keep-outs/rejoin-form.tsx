import { formatLength, JOINS_BY, lengthOf, type Maker, recordId, type RejoinRule } from '@gorse/core';
import { Button, Group, Stack, Switch, Text } from '@mantine/core';
import { useEffect } from 'react';
import { changeRejoinHere } from '../../../document/keep-outs.ts';
import { edit } from '../../../document/plan-store.ts';
import { planner } from '../../../planning-worker/link.ts';
import { usePlanned } from '../../../planning-worker/planned-store.ts';
import { ChoiceGrid } from '../../../ui/choice-grid.tsx';
import { LengthInput } from '../../../ui/length-input.tsx';
import { OwnSpi } from '../../../ui/own-spi.tsx';
import { useLengthStyle } from '../../../ui/preferences.ts';
import { useAsked } from '../../../ui/use-asked.ts';
import { forbid, lookAtMasked, useMaskHand } from './mask-hand.ts';
import { JOIN_NAMES, JOIN_WORDS, maskedOf, maskedSum, maskedWords, savedWords } from './masked-words.ts';

/** How what keep-outs cut of a record is joined again, and what came of it. `onRule` changes it for all that share it. */
export function RejoinForm({
  owner,
  rule,
  onRule,
}: {
  readonly owner: Maker;
  readonly rule: RejoinRule;
  readonly onRule: (mark: string, change: Partial<RejoinRule>) => void;
}) {
  const { source, record } = owner;
  useEffect(() => lookAtMasked({ source, record }), [source, record]);
  return (
    <Stack gap="sm">
      <Result owner={owner} />
      <ChoiceGrid
        label="How pieces are joined"
        value={rule.by}
        columns={2}
        options={JOINS_BY.map((value) => ({ value, label: JOIN_NAMES[value] }))}
        onChoose={(by) => onRule('how pieces are joined', { by })}
      />
      <Text size="sm">{JOIN_WORDS[rule.by]}</Text>
      {rule.by === 'near' && (
        <LengthInput
          label="Near is up to"
          value={rule.jump}
          least={0}
          most={200}
          onLength={(jump) => onRule('how far is near', { jump })}
        />
      )}
      <LengthInput
        label="Crumbs: leave out what is shorter than"
        value={rule.crumb}
        least={0}
        most={200}
        onLength={(crumb) => onRule('crumbs', { crumb })}
      />
      <Switch
        label="Stitch what is enclosed too, after a cut"
        checked={rule.enclosed === 'hop'}
        onChange={({ currentTarget }) =>
          onRule('what is enclosed', { enclosed: currentTarget.checked ? 'hop' : 'leaveOut' })
        }
      />
      <Switch
        label="Links may run along seams too"
        checked={rule.seams}
        onChange={({ currentTarget }) => onRule('links along seams', { seams: currentTarget.checked })}
      />
      <OwnSpi
        label="Stitches along edges of their own length"
        where="along edges"
        spi={rule.edgeSpi}
        onSpi={(edgeSpi) => onRule('stitches along edges', { edgeSpi })}
      />
      <Ends owner={owner} rule={rule} onRule={onRule} />
      <Links owner={owner} rule={rule} />
    </Stack>
  );
}

/** While it is dragged it isn't asked what joining saves. ms */
const REST = 150;

/** What was cut and joined, and what that saves. */
function Result({ owner }: { readonly owner: Maker }) {
  const style = useLengthStyle();
  const shown = usePlanned(({ byRecord }) => byRecord[recordId(owner)]);
  const sum = maskedSum(shown);
  const { answer: before } = useAsked('unjoined', [shown], sum ? () => planner.now().unjoined(owner) : null, REST);
  if (!sum || !shown)
    return (
      <Text size="sm">
        No keep-out cuts this; backgrounds are laid round keep-outs. Keep-outs are made with the tool{' '}
        <b>Keep out (K)</b>, at the upper left of the quilt.
      </Text>
    );
  return (
    <div data-testid="masked">
      {maskedWords(sum, style).map((words) => (
        <Text key={words} size="sm">
          {words}
        </Text>
      ))}
      {before && <Text size="sm">{savedWords(before, shown.totals)}</Text>}
    </div>
  );
}

/** Where it starts and ends. */
function Ends({ owner, rule, onRule }: Parameters<typeof RejoinForm>[0]) {
  const asks = useMaskHand((state) => state.asks);
  return (
    <div>
      <Text size="sm" fw={600} mb={4}>
        Start and end
      </Text>
      <Group gap="xs">
        {(['start', 'end'] as const).map((which) => (
          <Button
            key={which}
            size="compact-sm"
            variant={asks === which ? 'filled' : 'default'}
            onClick={() => useMaskHand.setState({ asks: asks === which ? null : which })}
          >
            {asks === which ? 'Click the quilt' : which === 'start' ? 'Start at…' : 'End at…'}
          </Button>
        ))}
        {(rule.start !== null || rule.end !== null) && (
          <Button
            size="compact-sm"
            variant="subtle"
            onClick={() => edit('start and end free', changeRejoinHere(owner, { start: null, end: null }))}
          >
            Free again
          </Button>
        )}
      </Group>
      <Text size="sm" c="var(--ink-soft)" mt={4}>
        {rule.start !== null || rule.end !== null
          ? 'At the place of the line nearest to where you clicked.'
          : rule.ends === 'bySeams'
            ? 'By a seam or the quilt’s edge, where the line comes by one: a knot is hardly seen there.'
            : 'Free: wherever that costs least. The ring and the bar on the quilt show where.'}
      </Text>
      <Switch
        mt={6}
        label="Start and end by seams"
        checked={rule.ends === 'bySeams'}
        onChange={({ currentTarget }) =>
          onRule('where runs start and end', { ends: currentTarget.checked ? 'bySeams' : 'free' })
        }
      />
    </div>
  );
}

/** So many links are listed, the longest first. */
const LISTED = 8;

function Links({ owner, rule }: { readonly owner: Maker; readonly rule: RejoinRule }) {
  const style = useLengthStyle();
  const shown = usePlanned(({ byRecord }) => byRecord[recordId(owner)]);
  const links = (shown ? maskedOf(shown) : [])
    .flatMap((one) => one.links)
    .map(({ line, again, kind }) => ({ line, again, kind, length: lengthOf(line) }))
    .sort((a, b) => b.length - a.length);
  if (links.length === 0 && rule.forbidden.length === 0) return null;
  return (
    <div>
      <Text size="sm" fw={600}>
        Links
      </Text>
      <Text size="sm" c="var(--ink-soft)" mb={4}>
        Drawn lighter, with a tie at each end. Click one on the quilt, or here, to do without it: the rest is joined
        anew.
      </Text>
      <Group gap={6}>
        {links.slice(0, LISTED).map(({ line, again, kind, length }, i) => (
          <Button
            key={i}
            size="compact-sm"
            variant="default"
            title="Do without this link"
            onClick={() => forbid(owner, line)}
          >
            {formatLength(length, style)} {again ? 'again' : LINK_WORDS[kind]} ✕
          </Button>
        ))}
      </Group>
      {links.length > LISTED && (
        <Text size="sm" mt={4}>
          and {links.length - LISTED} shorter ones
        </Text>
      )}
      {rule.forbidden.length > 0 && (
        <Button
          mt="xs"
          size="compact-sm"
          variant="subtle"
          onClick={() => edit('all links allowed', changeRejoinHere(owner, { forbidden: [] }))}
        >
          Allow all links again ({rule.forbidden.length})
        </Button>
      )}
    </div>
  );
}

const LINK_WORDS = {
  ...{ edge: 'along the edge', stitched: 'over the line', straight: 'straight', seam: 'along a seam' },
} as const;
