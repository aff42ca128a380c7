import { run } from './settings'

run('read')
