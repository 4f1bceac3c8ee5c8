import { watch } from 'vue'
import { useRouter } from 'vue-router'
import { ask, Trouble } from '../api/client'
import type { ChartView, Instrument, Kind } from '../api/types'
import { usePupils } from '../stores/pupils'

/** Goes from a chart to the same tune's chart for whoever is chosen at the top; `failed` is told why it could not. Returns the way there for any subject. */
export function useSameTune(view: () => ChartView | null | undefined, failed: (trouble: Trouble) => void) {
  const router = useRouter()
  const pupils = usePupils()

  async function open(subject: { pupil_id?: number; instrument?: Instrument }, kind: Kind): Promise<void> {
    try {
      const found = await ask('post', '/api/charts', { body: { tune_id: view()!.tune_id, ...kind, ...subject } })
      await router.push(`/charts/${found.id}`)
    } catch (error) {
      failed(error as Trouble)
    }
  }
  watch([() => pupils.currentId, () => pupils.instrument], ([id, instrument]) => {
    const seen = view()
    if (!seen || (id ? id === seen.pupil_id : !seen.pupil_id && instrument === seen.chart.instrument)) return
    void open(id ? { pupil_id: id } : { instrument }, { version: seen.version, part: seen.part })
  })
  return open
}
