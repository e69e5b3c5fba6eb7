import { keepPreviousData, QueryClient, useQuery } from '@tanstack/vue-query'
import { computed, type Ref } from 'vue'

import { useSettings } from '@/shared/settings'

import { Refused } from './client'

const client = new QueryClient({
  defaultOptions: { queries: { retry: false, networkMode: 'always', refetchOnWindowFocus: false, gcTime: 0 } },
})

interface Answered<T> {
  data: Readonly<Ref<T | null>>
  /** The server's own words where the question was refused. */
  trouble: Readonly<Ref<string>>
  again: () => Promise<unknown>
}

/**
 * What the server answers to a question whose terms change on the screen. An answer that was overtaken is never
 * shown: it is to terms no longer there. Until the new one comes the last stands; `null` terms ask nothing. Asked
 * again where the unit or the language changes, as the sentences are the server's, and every so many `every_ms`.
 */
export function useAnswer<K extends object, T>(
  name: string,
  terms: () => K | null,
  ask: (terms: K) => Promise<T>,
  every_ms: (last: T | undefined) => number | false = () => false,
): Answered<T> {
  const { unit, language } = useSettings()
  const now = computed(terms)
  const { data, error, refetch } = useQuery(
    {
      queryKey: computed(() => [name, now.value, unit.value, language.value]),
      queryFn: ({ queryKey }) => ask(queryKey[1] as K),
      enabled: computed(() => now.value !== null),
      placeholderData: keepPreviousData,
      refetchInterval: (query) => every_ms(query.state.data),
      refetchIntervalInBackground: true,
      throwOnError: (wrong) => !(wrong instanceof Refused),
    },
    client,
  )
  return {
    data: computed(() => (now.value ? (data.value ?? null) : null)),
    trouble: computed(() => (now.value ? (error.value?.message ?? '') : '')),
    again: () => refetch(),
  }
}
