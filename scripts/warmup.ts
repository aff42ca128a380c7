import { run } from './settings'

run('warmup')
