import { spawnSync } from 'node:child_process';
import { existsSync } from 'node:fs';

/** Where Debian and its kin put the browser. */
const PLACES = [process.env.GORSE_CHROMIUM, '/usr/bin/chromium', '/usr/bin/chromium-browser', '/usr/bin/google-chrome'];

/** The browser's path; installs Debian's when there is none and this process may. */
export function chromium() {
  const there = () => PLACES.find((path) => path && existsSync(path));
  if (!there() && process.getuid?.() === 0 && existsSync('/usr/bin/apt-get')) {
    console.log('Installing Chromium for the browser tests…');
    const quiet = {
      stdio: ['ignore', 'ignore', 'inherit'],
      env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
    };
    spawnSync('apt-get', ['update', '-qq'], quiet);
    spawnSync('apt-get', ['install', '-y', '-qq', '--no-install-recommends', 'chromium'], quiet);
  }
  const path = there();
  if (!path)
    throw new Error(
      'The browser tests need Chromium. Install Debian’s package chromium, or set GORSE_CHROMIUM to its path.',
    );
  return path;
}
