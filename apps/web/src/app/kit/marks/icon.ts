import { ChangeDetectionStrategy, Component, effect, ElementRef, inject, input } from '@angular/core';
import { createElement } from 'lucide';
import { ICONS, type IconName } from './icons';

/** One of the icons, in the size and colour of the text around it. It never stands alone for a word. */
@Component({
  selector: 'va-icon',
  template: '',
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    :host {
      display: inline-flex;
      flex: none;
      width: 1.15em;
      height: 1.15em;
    }
  `,
})
export class Icon {
  readonly name = input.required<IconName>();
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;

  constructor() {
    effect(() => {
      const drawing = createElement(ICONS[this.name()], {
        width: '100%',
        height: '100%',
        'stroke-width': '1.9',
        'aria-hidden': 'true',
      });
      this.host.replaceChildren(drawing);
    });
  }
}
