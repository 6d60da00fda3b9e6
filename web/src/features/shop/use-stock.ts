import type { Material, Shop } from '@needlefile/core/shop/shop';
import { useState } from 'react';
import { usualThickness } from '@/components/material-choice';

/** A material and a thickness of it, that it comes in to begin with. */
export function useStock(shop: Shop, materials: readonly Material[]) {
  const [first] = materials;
  const [material, setId] = useState(first?.id ?? '');
  const [thickness, setThickness] = useState(first ? usualThickness(shop, first.id) : 3);
  const setMaterial = (id: string): void => {
    setId(id);
    setThickness(usualThickness(shop, id));
  };
  return { material, thickness, setMaterial, setThickness };
}
