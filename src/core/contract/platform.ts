/** Names that every element has from the platform itself. */

/** Global attributes (HTML 3.2.6, DOM, CSS Shadow Parts, WAI-ARIA), in lower case. */
const GLOBAL_ATTRIBUTES = new Set(
  (
    'accesskey autocapitalize autocorrect autofocus class contenteditable dir draggable enterkeyhint exportparts ' +
    'hidden id inert inputmode is itemid itemprop itemref itemscope itemtype lang nonce part popover role slot ' +
    'spellcheck style tabindex title translate writingsuggestions xmlns'
  ).split(' '),
);

/** May the attribute stand on any element? Compared without regard to case, as HTML does. */
export function isGlobalAttribute(name: string): boolean {
  const lower = name.toLowerCase();
  return GLOBAL_ATTRIBUTES.has(lower) || /^(data|aria)-/.test(lower) || /^aria[A-Z]/.test(name);
}

/** Attributes that form-associated elements have besides (HTML 4.13.3). */
export const FORM_ATTRIBUTES: readonly string[] = ['name', 'form', 'disabled', 'readonly'];

/** Properties that every HTMLElement has and that scripts assign (DOM, HTML, CSSOM View, WAI-ARIA reflection). */
const GLOBAL_PROPERTIES = new Set(
  (
    'accessKey autocapitalize autofocus className contentEditable dir draggable enterKeyHint hidden id inert ' +
    'innerHTML innerText inputMode lang nonce outerHTML outerText part popover role scrollLeft scrollTop slot ' +
    'spellcheck style tabIndex textContent title translate'
  ).split(' '),
);

/** How the platform reads the attributes of those that hold no text. */
const GLOBAL_READERS: Readonly<Record<string, 'number' | 'boolean'>> = {
  autofocus: 'boolean',
  hidden: 'boolean',
  inert: 'boolean',
  tabIndex: 'number',
};

/** The reader of a property that every HTMLElement has, where that is not text; null for all else. */
export function globalReader(name: string): 'number' | 'boolean' | null {
  return Object.hasOwn(GLOBAL_READERS, name) ? (GLOBAL_READERS[name] ?? null) : null;
}

/** Attributes of every element that hold a text, whatever that is. */
const GLOBAL_TEXTS = new Set('class dir id lang nonce part role slot style title'.split(' '));

/** How the platform reads an attribute of every element, whatever a component does besides; null where that is its own affair. */
export function globalAttributeReader(name: string): 'string' | 'number' | 'boolean' | null {
  return GLOBAL_TEXTS.has(name) ? 'string' : globalReader(name);
}

/** Values of properties that every HTMLElement has and that take no other (HTML 3.2.6 and 6). */
const GLOBAL_VALUES: Readonly<Record<string, readonly string[]>> = {
  dir: ['ltr', 'rtl', 'auto'],
  contentEditable: ['true', 'false'],
  enterKeyHint: ['enter', 'done', 'go', 'next'],
  inputMode: ['text', 'numeric', 'search'],
  popover: ['auto', 'manual'],
};

/** Some of the values that a property of every HTMLElement is limited to; null where it takes any. */
export function globalValues(name: string): readonly string[] | null {
  return Object.hasOwn(GLOBAL_VALUES, name) ? (GLOBAL_VALUES[name] ?? null) : null;
}

/** Does every HTMLElement have this property? */
export function isGlobalProperty(name: string): boolean {
  return GLOBAL_PROPERTIES.has(name) || /^aria[A-Z]/.test(name) || /^on[a-z]+$/.test(name);
}

/** What every element has for reading only (DOM, HTML). */
const READ_ONLY = new Set(
  (
    'assignedSlot attributes baseURI childElementCount childNodes children classList clientHeight clientLeft clientTop ' +
    'clientWidth dataset firstChild firstElementChild isConnected isContentEditable lastChild lastElementChild localName ' +
    'namespaceURI nextElementSibling nextSibling nodeName nodeType offsetHeight offsetLeft offsetParent offsetTop ' +
    'offsetWidth ownerDocument parentElement parentNode prefix previousElementSibling previousSibling scrollHeight ' +
    'scrollWidth shadowRoot tagName'
  ).split(' '),
);

/** Has every HTMLElement this member, which is no method? */
export function isPlatformMember(name: string): boolean {
  return READ_ONLY.has(name) || isGlobalProperty(name);
}

/** Words of the interfaces that HTML has for elements (HTML 4, 15 and 16.3): `HTML` and `Element` stand around each. */
const HTML_INTERFACES = new Set(
  (
    ' Anchor Area Audio BR Base Body Button Canvas DList Data DataList Details Dialog Directory Div Embed FieldSet ' +
    'Font Form Frame FrameSet HR Head Heading Html IFrame Image Input LI Label Legend Link Map Marquee Media Menu ' +
    'Meta Meter Mod OList Object OptGroup Option Output Paragraph Param Picture Pre Progress Quote Script Select ' +
    'Slot Source Span Style Table TableCaption TableCell TableCol TableRow TableSection Template TextArea Time Title ' +
    'Track UList Unknown Video'
  ).split(' '),
);

/** Is it the name of an interface that the platform has for nodes and elements? */
export function isPlatformInterface(name: string): boolean {
  const word = /^HTML(\w*)Element$/.exec(name)?.[1];
  return word === undefined
    ? /^(?:Node|Element|EventTarget|(?:SVG|MathML)\w*Element)$/.test(name)
    : HTML_INTERFACES.has(word);
}
