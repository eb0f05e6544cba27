import type { QuiltSummary } from '@gorse/contract';
import { keepPreviousData, QueryClient, queryOptions, useInfiniteQuery, useQuery } from '@tanstack/react-query';
import { api } from './api.ts';

export const queryClient = new QueryClient({
  defaultOptions: { queries: { retry: 1, refetchOnWindowFocus: false, staleTime: 5_000 } },
});

export const KEYS = {
  health: ['health'] as const,
  quilts: ['quilts'] as const,
  designs: ['designs'] as const,
  strokes: (id: string) => ['strokes', id] as const,
  runs: (quiltId: string) => ['runs', quiltId] as const,
  frames: ['frames'] as const,
  recipes: ['recipes'] as const,
  backups: ['backups'] as const,
  devices: ['devices'] as const,
  messages: ['messages'] as const,
  advances: (quiltId: string) => ['advances', quiltId] as const,
};

/** The shelf page by page; what was found before stays in sight while another text is looked for. */
export const useShelf = (find: string) =>
  useInfiniteQuery({
    queryKey: [...KEYS.quilts, find],
    queryFn: ({ pageParam }) => api.shelf(find, pageParam),
    initialPageParam: null as string | null,
    getNextPageParam: ({ after }) => after,
    placeholderData: keepPreviousData,
    staleTime: 0,
  });
/** A quilt's lines, small; those that were shown stay in sight while they are drawn anew. */
export const useQuiltPicture = ({ id, picture }: Pick<QuiltSummary, 'id' | 'picture'>) =>
  useQuery({
    queryKey: ['quiltPicture', id, picture],
    queryFn: ({ signal }) => api.quiltPicture(id, signal),
    enabled: picture !== null,
    staleTime: Infinity,
    placeholderData: keepPreviousData,
  });
export const useDesigns = () => useQuery({ queryKey: KEYS.designs, queryFn: api.designs });
/** A design's strokes never change. */
export const useDesignStrokes = (id: string, enabled = true) =>
  useQuery({ queryKey: KEYS.strokes(id), queryFn: () => api.designStrokes(id), staleTime: Infinity, enabled });
export const useRuns = (quiltId: string) =>
  useQuery({ queryKey: KEYS.runs(quiltId), queryFn: () => api.runs(quiltId), staleTime: 0 });
/** A run's needle points, on the frame and on the planned cloth, never change. */
export const runPoints = (id: string) =>
  queryOptions({ queryKey: ['runPoints', id], queryFn: () => api.runPoints(id), staleTime: Infinity });
export const runCloth = (id: string) =>
  queryOptions({ queryKey: ['runCloth', id], queryFn: () => api.runCloth(id), staleTime: Infinity });
export const useDevices = () =>
  useQuery({ queryKey: KEYS.devices, queryFn: api.devices, staleTime: 0, refetchInterval: 3000 });
export const useMessages = () =>
  useQuery({ queryKey: KEYS.messages, queryFn: api.messages, staleTime: 0, refetchInterval: 5000 });
export const useBackups = () => useQuery({ queryKey: KEYS.backups, queryFn: api.backups, staleTime: 0 });
export const useKeptRecipes = () => useQuery({ queryKey: KEYS.recipes, queryFn: api.recipes });
export const useFrames = () => useQuery({ queryKey: KEYS.frames, queryFn: api.frames, staleTime: 0 });
export const useAdvances = (quiltId: string) =>
  useQuery({ queryKey: KEYS.advances(quiltId), queryFn: () => api.advances(quiltId), staleTime: 0 });
