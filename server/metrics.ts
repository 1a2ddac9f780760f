import { collectDefaultMetrics, Counter, Gauge, Histogram, Registry } from 'prom-client'
import { waitingByQueue } from './store/jobs'
import { store } from './store/database'

/** What is counted and timed in this process, in the open text format; whoever reads it adds processes up. */
export const metrics = new Registry()
const registers = [metrics]
collectDefaultMetrics({ register: metrics, prefix: 'kept_shelf_' })

export const requestSeconds = new Histogram({
  name: 'kept_shelf_request_seconds',
  help: 'Time from the beginning of a request to the end of its answer.',
  labelNames: ['method', 'route', 'status'] as const,
  buckets: [0.005, 0.02, 0.05, 0.1, 0.3, 1, 3, 10, 60],
  registers,
})

export const jobSeconds = new Histogram({
  name: 'kept_shelf_job_seconds',
  help: 'Time of a job, or of a turn of a run over a library, by what it is.',
  labelNames: ['queue'] as const,
  buckets: [0.3, 1, 3, 10, 30, 90, 300],
  registers,
})

export const failedJobs = new Counter({
  name: 'kept_shelf_failed_jobs_total',
  help: 'Jobs that came to nothing by a fault of ours, or of what was brought in.',
  labelNames: ['queue'] as const,
  registers,
})

export const browserSeconds = new Histogram({
  name: 'kept_shelf_browser_seconds',
  help: 'Time the browser on the server takes for one component, or for one picture.',
  labelNames: ['of'] as const,
  buckets: [0.1, 0.3, 1, 3, 10, 30, 90],
  registers,
})

export const previewAnswers = new Counter({
  name: 'kept_shelf_preview_answers_total',
  help: 'Answers of the preview host to frames, by status: one that gets no module shows nothing.',
  labelNames: ['status'] as const,
  registers,
})

// asked of the database whenever somebody reads it
new Gauge({
  name: 'kept_shelf_waiting_jobs',
  help: 'Jobs that no process has begun, of all processes.',
  labelNames: ['queue'] as const,
  registers,
  async collect() {
    this.reset()
    for (const { queue, count } of await waitingByQueue(store())) this.set({ queue }, count)
  },
})
