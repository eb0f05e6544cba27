import '@fontsource-variable/atkinson-hyperlegible-next';
import '@mantine/core/styles.css';
import '@mantine/dropzone/styles.css';
import '@mantine/notifications/styles.css';
import './ui/styles.css';
import { createRoot } from 'react-dom/client';
import { App } from './app.tsx';
import { catchDownloads } from './ui/downloads.tsx';

document.addEventListener('click', catchDownloads);
createRoot(document.getElementById('root')!).render(<App />);
