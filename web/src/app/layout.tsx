import '@fontsource-variable/hanken-grotesk';
import '@fontsource-variable/martian-mono';
import 'bootstrap/dist/css/bootstrap.min.css';
import '../theme/theme.css';
import type { ReactNode } from 'react';
import { FaceStyles } from '@/features/letter/face-styles';
import { Providers } from './providers';

// Each page carries scripts with a nonce of its own.
export const dynamic = 'force-dynamic';

export const metadata = { title: 'Needlefile', description: 'Lettering for machines' };

export default function RootLayout({ children }: { children: ReactNode }) {
  return (
    <html lang="en" data-bs-theme="light">
      <body>
        <Providers>
          <FaceStyles />
          {children}
        </Providers>
      </body>
    </html>
  );
}
