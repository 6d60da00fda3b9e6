'use client';

import type { Machine, Shop } from '@needlefile/core/shop/shop';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import Link from 'next/link';
import { useState, type ComponentType } from 'react';
import { Form } from 'react-bootstrap';
import { ask, ServerRefused } from '@/api/ask';
import type { KeptShop } from '@/api/kept-shop';
import { Choices } from '@/components/choices';
import { notify } from '@/components/toasts';
import { UnitSwitch } from '@/components/unit-switch';
import { SHOP_KEY, useKeptShop } from '@/hooks/shop';
import { LimitsSection } from './limits-section';
import { MaterialsSection } from './materials-section';
import { MotionSection } from './motion-section';
import { OutputMapSection } from './output-map-section';
import { RackSection } from './rack-section';
import type { SectionProps } from './section';
import css from './shop.module.css';
import { TriedSection } from './tried-section';

const SECTIONS = {
  limits: { label: 'House limits', Section: LimitsSection },
  motion: { label: 'Cut and motion', Section: MotionSection },
  map: { label: 'Output map', Section: OutputMapSection },
  tried: { label: 'Tried settings', Section: TriedSection },
  rack: { label: 'Tool rack', Section: RackSection },
  materials: { label: 'Materials', Section: MaterialsSection },
} satisfies Record<string, { label: string; Section: ComponentType<SectionProps> }>;
type SectionName = keyof typeof SECTIONS;

/** What the shop has and how it works: limits, machines, what stands for what in their files, and tools. */
export function ShopPage() {
  const kept = useKeptShop();
  const [draft, setDraft] = useState<Shop | null>(null);
  const shop = draft ?? kept.shop;
  const client = useQueryClient();
  const [section, setSection] = useState<SectionName>('limits');
  const [machineId, setMachine] = useState(shop.machines[0]!.id);
  const machine = shop.machines.find(({ id }) => id === machineId) ?? shop.machines[0]!;
  const save = useMutation({
    mutationFn: ({ base, next }: { base: number; next: Shop }) =>
      ask<KeptShop>('/api/shop', { method: 'PUT', body: { base, shop: next } }),
    onSuccess: (now, { next }) => {
      const before = kept.shop;
      client.setQueryData(SHOP_KEY, now);
      void client.invalidateQueries({ queryKey: ['jobs'] });
      setDraft(null);
      if (next !== before)
        notify('The shop is saved', { label: 'Undo', run: () => save.mutate({ base: now.revision, next: before }) });
    },
    onError: (error: Error) => {
      notify(error.message);
      const current = error instanceof ServerRefused ? (error.details['current'] as KeptShop | undefined) : undefined;
      if (current) client.setQueryData(SHOP_KEY, current);
    },
  });
  const { Section } = SECTIONS[section];
  const add = () => {
    const made = another(shop, machine);
    setDraft({ ...shop, machines: [...shop.machines, made] });
    setMachine(made.id);
  };
  return (
    <div className={css.page}>
      <header className={css.head}>
        <h1>Shop</h1>
        <UnitSwitch />
        <Link href="/" className="btn btn-light">
          Back to the jobs
        </Link>
      </header>
      <div className={css.machine}>
        <Form.Select aria-label="Machine" value={machine.id} onChange={({ target }) => setMachine(target.value)}>
          {shop.machines.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </Form.Select>
        <button type="button" className="btn btn-light" onClick={add}>
          Add one like it
        </button>
        <Choices<SectionName>
          bare
          label="Settings"
          value={section}
          onChange={setSection}
          options={(Object.keys(SECTIONS) as SectionName[]).map((value) => ({ value, label: SECTIONS[value].label }))}
        />
      </div>
      <Section
        key={`${section} ${machine.id}`}
        shop={shop}
        machine={machine}
        isSaved={draft === null}
        change={setDraft}
        changeMachine={(values) =>
          setDraft({
            ...shop,
            machines: shop.machines.map((each) => (each.id === machine.id ? { ...each, ...values } : each)),
          })
        }
      />
      <div className={css.foot}>
        <button
          type="button"
          className="btn btn-primary"
          disabled={!draft || save.isPending}
          onClick={() => draft && save.mutate({ base: kept.revision, next: draft })}
        >
          Save the shop
        </button>
        {draft && (
          <button type="button" className="btn btn-light" onClick={() => setDraft(null)}>
            Put back as it was
          </button>
        )}
      </div>
    </div>
  );
}

/** A machine with the settings of another, under a name and an id of its own. */
function another({ machines }: Shop, like: Machine): Machine {
  const taken = new Set(machines.map(({ id }) => id));
  let number = 2;
  while (taken.has(`${like.id}-${number}`)) number++;
  return { ...like, id: `${like.id}-${number}`, name: `${like.name} ${number}` };
}
