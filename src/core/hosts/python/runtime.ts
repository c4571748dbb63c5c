/** The module that all builders for Python share. It is written out as it stands here. */

export const RUNTIME_TEXT = `import math
import re
from collections.abc import Iterable, Mapping, Sequence
from typing import Union


class Markup:
    """Markup that is safe to put into a page as it stands, and what it needs there."""

    def __init__(self, html: str, modules: Iterable[str] = (), is_bound: bool = False) -> None:
        self.html = html
        self.modules = tuple(modules)
        self.is_bound = is_bound

    def __str__(self) -> str:
        return self.html


#: Text, which is escaped, or markup; or several of both.
Content = Union[str, Markup, Sequence[Union[str, Markup]]]


class Page:
    """Places markup in one page, and knows which scripts the page needs for it."""

    def __init__(self, base: str = '/') -> None:
        """Modules are loaded from below base: '/assets/'."""
        self._base = base
        self._modules: dict[str, None] = {}
        self._printed: set[str] = set()
        self._is_bound = False

    def place(self, markup: Markup) -> str:
        """The markup as text; its scripts are remembered."""
        self._modules.update(dict.fromkeys(markup.modules))
        self._is_bound = self._is_bound or markup.is_bound
        return markup.html

    def scripts(self) -> str:
        """A script element for each module that was not printed before."""
        wanted = [*self._modules, *(['binder.js'] if self._is_bound else [])]
        new = [one for one in wanted if one not in self._printed]
        self._printed.update(new)
        return '\\n'.join(f'<script type="module" src="{escaped(self._base + one)}"></script>' for one in new)


def printed(
    tag: str,
    *,
    base: str | None = None,
    module: str | None = None,
    attributes: Sequence[tuple[str, str, object]] = (),
    properties: Sequence[tuple[str, object]] = (),
    functions: Sequence[tuple[str, str | None]] = (),
    events: Sequence[tuple[str, str | None]] = (),
    slots: Sequence[tuple[str, Content | None]] = (),
    others: Mapping[str, str] | None = None,
) -> Markup:
    """Prints a tag. Raises TypeError for values that markup cannot carry, ValueError for names it cannot."""
    element = base or tag
    modules = dict.fromkeys([module] if module is not None else [])
    out = f'<{element}' + ('' if base is None else _attribute('is', tag))
    for name, value, given in attributes:
        out += _written(name, value, given)
    for name, text in (others or {}).items():
        if not re.fullmatch(r'[A-Za-z_][A-Za-z0-9_.:-]*', name) or name.lower().startswith('on'):
            raise ValueError(f'no attribute: {name}')
        out += _attribute(name, text)
    is_bound = False
    bound = (('data-properties', properties), ('data-functions', functions), ('data-events', events))
    for name, pairs in bound:
        texts = [(key, _json(given)) for key, given in pairs]
        entries = [f'{_quoted(key)}:{text}' for key, text in texts if text != 'null']
        if entries:
            is_bound = True
            out += _attribute(name, '{' + ','.join(entries) + '}')
    out += '>'
    for slot, content in slots:
        if content is None:
            continue
        inner = ''
        for one in [content] if isinstance(content, (str, Markup)) else content:
            if isinstance(one, Markup):
                modules.update(dict.fromkeys(one.modules))
                is_bound = is_bound or one.is_bound
                inner += one.html
            else:
                inner += escaped(one)
        out += inner if slot == '' else f'<span slot="{escaped(slot)}">{inner}</span>'
    return Markup(f'{out}</{element}>', modules, is_bound)


def _written(name: str, value: str, given: object) -> str:
    if given is None:
        return ''
    if value == 'boolean':
        return f' {name}' if given else ''
    if value == 'number':
        return _attribute(name, _numeral(float(given)))  # type: ignore[arg-type]
    return _attribute(name, _json(given) if value == 'json' else str(given))


def _attribute(name: str, text: str) -> str:
    return f' {name}="{escaped(text)}"'


def escaped(text: str) -> str:
    """Text for markup, between tags or in a quoted attribute (HTML, 13.1.2.3 and 13.3)."""
    whole = re.sub('[\\ud800-\\udfff\\0]', '\\ufffd', text)
    for char, written in (('&', '&amp;'), ('<', '&lt;'), ('>', '&gt;'), ('"', '&quot;'), ('\\r', '&#13;')):
        whole = whole.replace(char, written)
    return whole


def _json(value: object) -> str:
    """JSON with the keys of objects in the order of their code points, so that every server prints the same."""
    if value is None:
        return 'null'
    if isinstance(value, bool):
        return 'true' if value else 'false'
    if isinstance(value, (int, float)):
        return _numeral(float(value)) if math.isfinite(value) else 'null'
    if isinstance(value, str):
        return _quoted(value)
    if isinstance(value, Mapping):
        entries = sorted((str(key), one) for key, one in value.items())
        return '{' + ','.join(f'{_quoted(key)}:{_json(one)}' for key, one in entries) + '}'
    if isinstance(value, Sequence):
        return '[' + ','.join(_json(one) for one in value) + ']'
    raise TypeError(f'no value for markup: {type(value).__name__}')


_ESCAPES = {'"': '\\\\"', '\\\\': '\\\\\\\\', '\\b': '\\\\b', '\\f': '\\\\f', '\\n': '\\\\n', '\\r': '\\\\r', '\\t': '\\\\t'}


def _quoted(text: str) -> str:
    def char(match: re.Match[str]) -> str:
        return _ESCAPES.get(match[0]) or f'\\\\u{ord(match[0]):04x}'

    return '"' + re.sub('["\\\\\\\\\\x00-\\x1f\\ud800-\\udfff]', char, text) + '"'


def _numeral(number: float) -> str:
    """A number as scripts write it (ECMA-262, Number::toString): the fewest digits that give it back."""
    if math.isnan(number):
        return 'NaN'
    if math.isinf(number):
        return 'Infinity' if number > 0 else '-Infinity'
    if number == 0:
        return '0'
    mantissa, _, exponent = f'{abs(number):.16e}'.partition('e')
    for precision in range(17):
        text = f'{abs(number):.{precision}e}'
        if float(text) == abs(number):
            mantissa, _, exponent = text.partition('e')
            break
    digits = mantissa.replace('.', '').rstrip('0')
    point = int(exponent) + 1
    sign = '-' if number < 0 else ''
    if point > 21 or point < -5:
        fraction = f'.{digits[1:]}' if len(digits) > 1 else ''
        return f"{sign}{digits[0]}{fraction}e{'+' if point > 0 else '-'}{abs(point - 1)}"
    if point <= 0:
        return f"{sign}0.{'0' * -point}{digits}"
    if len(digits) <= point:
        return sign + digits.ljust(point, '0')
    return f'{sign}{digits[:point]}.{digits[point:]}'
`;
