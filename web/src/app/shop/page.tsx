import { ShopPage } from '@/features/shop/shop-page';

export const metadata = { title: 'Shop · Needlefile' };

export default function Shop() {
  return <ShopPage />;
}
