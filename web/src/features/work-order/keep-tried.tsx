'use client';

import type { Shop, Stock, Work, WorkSettings } from '@needlefile/core/shop/shop';
import { keepTried, triedFor } from '@needlefile/core/shop/tried';
import { lengthWithUnit } from '@needlefile/core/units/length';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { format } from 'date-fns';
import { Button } from 'react-bootstrap';
import { ask } from '@/api/ask';
import type { KeptShop } from '@/api/kept-shop';
import { notify } from '@/components/toasts';
import { SHOP_KEY, useKeptShop } from '@/hooks/shop';
import { useUnit } from '@/hooks/unit';

interface Props {
  readonly stock: Stock;
  readonly work: Work;
  readonly settings: WorkSettings;
}

/** What was tried on this stock, and one click to keep what this job does. */
export function KeepTried({ stock, work, settings }: Props) {
  const { revision, shop } = useKeptShop();
  const client = useQueryClient();
  const unit = useUnit();
  const save = useMutation({
    mutationFn: (next: Shop) => ask<KeptShop>('/api/shop', { method: 'PUT', body: { base: revision, shop: next } }),
    onSuccess: (now) => {
      client.setQueryData(SHOP_KEY, now);
      notify('Kept as tried');
    },
    onError: (error: Error) => notify(error.message),
  });
  const tried = triedFor(shop, stock, work);
  const material = shop.materials.find(({ id }) => id === stock.material)?.name ?? stock.material;
  const of = `${material.toLowerCase()}, ${lengthWithUnit(stock.thickness, unit)}`;
  const { speed, power, passes } = settings;
  const isSame = tried?.speed === speed && tried.power === power && tried.passes === passes;
  return (
    <div>
      <div className="field-hint">
        {tried
          ? `Tried on ${of}: ${tried.speed} mm/s, ${tried.power} %, ${tried.passes} ×, ` +
            `${format(new Date(tried.date), 'd MMM yyyy')}${tried.note ? `. ${tried.note}` : ''}`
          : `Nothing was tried on ${of} yet.`}
      </div>
      {!isSame && (
        <Button
          size="sm"
          variant="light"
          className="mt-1"
          disabled={save.isPending}
          onClick={() =>
            save.mutate(
              keepTried(shop, {
                ...{ ...stock, work, speed, power, passes, note: '' },
                date: format(new Date(), 'yyyy-MM-dd'),
              }),
            )
          }
        >
          Keep as tried
        </Button>
      )}
    </div>
  );
}
