import { readFileSync, readlinkSync } from 'node:fs';

/** clock ticks a second, in which the kernel counts: the same on every Linux that Node runs on. Source: proc(5), sysconf(3) */
const TICKS = 100;

/** The kernel's number of the thread that calls this. */
export const ownThread = (): number => Number(readlinkSync('/proc/thread-self').split('/').pop());

/** How long a thread of this process has worked, s: waiting for a processor, or for anything else, does not count. Undefined when it has ended. */
export function workedSeconds(thread: number): number | undefined {
  try {
    // behind the name, which may hold anything but ends with the last bracket: fields 3 and on, of which 14 and 15 are user and system time
    const fields = readFileSync(`/proc/self/task/${thread}/stat`, 'utf8').split(') ').pop()!.split(' ');
    return (Number(fields[11]) + Number(fields[12])) / TICKS;
  } catch {
    return undefined;
  }
}
