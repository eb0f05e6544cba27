import { Text } from '@mantine/core';
import { Link } from 'react-router';
import { UnitsSelect } from '../../ui/units-select.tsx';
import { Library } from './library.tsx';

/** The library by itself, from the shelf. */
export function LibraryPage() {
  return (
    <div className="shell">
      <header className="header">
        <Link to="/" aria-label="Back to the shelf" style={{ display: 'flex' }}>
          <img src="/sprig.svg" alt="" width={28} height={28} />
        </Link>
        <Text fw={700} fz={18} style={{ flex: 1 }}>
          Design library
        </Text>
        <Link to="/">Quilts</Link>
        <UnitsSelect />
      </header>
      <main style={{ minHeight: 0 }}>
        <Library />
      </main>
    </div>
  );
}
