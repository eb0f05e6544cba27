import type { DesignAnswer } from '@gorse/contract';
import { Button, Checkbox, Select, Stack, Text, TextInput } from '@mantine/core';
import { IconSearch } from '@tabler/icons-react';
import { countsOf, type Facet, type LibraryFilter, NO_FILTER, type Sort, SORTS } from './library-filter.ts';

interface Props {
  readonly designs: readonly DesignAnswer[];
  readonly facets: readonly Facet[];
  readonly filter: LibraryFilter;
  readonly onFilter: (filter: LibraryFilter) => void;
}

/** Search, order, and what to show, each with the number of designs it would leave. */
export function FilterPanel({ designs, facets, filter, onFilter }: Props) {
  const counts = countsOf(designs, facets, filter);
  const isSet =
    filter.text !== '' || filter.like !== null || Object.values(filter.chosen).some((keys) => keys.length > 0);
  const toggle = (facet: string, key: string, on: boolean): void => {
    const before = filter.chosen[facet] ?? [];
    const after = on ? [...before, key] : before.filter((one) => one !== key);
    onFilter({ ...filter, chosen: { ...filter.chosen, [facet]: after } });
  };
  return (
    <aside className="filters" aria-label="Find designs">
      <Stack gap="xs">
        <TextInput
          aria-label="Search by name, file, kind or tag"
          placeholder="Search"
          leftSection={<IconSearch size={16} />}
          value={filter.text}
          onChange={(event) => onFilter({ ...filter, text: event.currentTarget.value })}
        />
        {filter.like ? (
          <Text size="sm">
            Most like <b>{filter.like.name}</b> first.{' '}
            <button type="button" className="link" onClick={() => onFilter({ ...filter, like: null })}>
              Back to the order
            </button>
          </Text>
        ) : (
          <Select
            aria-label="Order"
            data={Object.entries(SORTS).map(([value, { title }]) => ({ value, label: title }))}
            value={filter.sort}
            allowDeselect={false}
            onChange={(value) => onFilter({ ...filter, sort: value as Sort })}
          />
        )}
        {isSet && (
          <Button variant="default" size="xs" onClick={() => onFilter({ ...NO_FILTER, sort: filter.sort })}>
            Show all
          </Button>
        )}
        {facets.map((facet) => (
          <fieldset key={facet.key}>
            <legend>{facet.title}</legend>
            {facet.options.map((option) => {
              const count = counts.get(`${facet.key} ${option.key}`) ?? 0;
              const chosen = filter.chosen[facet.key]?.includes(option.key) ?? false;
              return (
                <Checkbox
                  key={option.key}
                  size="sm"
                  checked={chosen}
                  disabled={count === 0 && !chosen}
                  onChange={(event) => toggle(facet.key, option.key, event.currentTarget.checked)}
                  label={
                    <span className="counted">
                      <span>{option.label}</span> <span>{count}</span>
                    </span>
                  }
                />
              );
            })}
          </fieldset>
        ))}
      </Stack>
    </aside>
  );
}
