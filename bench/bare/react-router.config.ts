import type { Config } from '@react-router/dev/config'

export default { appDirectory: 'app', buildDirectory: '../../.tmp/bench/bare', ssr: true } satisfies Config
