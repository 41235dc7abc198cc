import type { Type } from '@angular/core';
import { TestBed, type ComponentFixture } from '@angular/core/testing';

/** A component on a page of its own with its inputs set. */
export async function render<Component>(
  type: Type<Component>,
  inputs: Readonly<Record<string, unknown>>,
): Promise<{
  fixture: ComponentFixture<Component>;
  element: HTMLElement;
  set(name: string, value: unknown): Promise<void>;
}> {
  const fixture = TestBed.createComponent(type);
  for (const [name, value] of Object.entries(inputs)) fixture.componentRef.setInput(name, value);
  document.body.append(fixture.nativeElement as HTMLElement);
  await fixture.whenStable();
  return {
    fixture,
    element: fixture.nativeElement as HTMLElement,
    set: async (name, value) => {
      fixture.componentRef.setInput(name, value);
      await fixture.whenStable();
    },
  };
}

/** Text of every element that matches, trimmed and with single spaces. */
export const texts = (element: HTMLElement, selector: string): string[] =>
  [...element.querySelectorAll(selector)].map((found) => (found.textContent ?? '').replace(/\s+/g, ' ').trim());
