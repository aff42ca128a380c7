import { run } from './settings'

run('keys')
