/** The classes that all builders for PHP share. They are written out as they stand here. */

export const MARKUP_TEXT = `/** Markup that is safe to put into a page as it stands, and what it needs there. */
final class Markup
{
    /** @param list<string> $modules the modules that define its elements */
    public function __construct(
        private readonly string $html,
        public readonly array $modules = [],
        public readonly bool $isBound = false,
    ) {
    }

    public function __toString(): string
    {
        return $this->html;
    }
}
`;

export const PAGE_TEXT = `/** Places markup in one page, and knows which scripts the page needs for it. */
final class Page
{
    /** @var array<string, true> */
    private array $modules = [];
    /** @var array<string, true> */
    private array $printed = [];
    private bool $isBound = false;

    /** Modules are loaded from below $base: '/assets/'. */
    public function __construct(private readonly string $base = '/')
    {
    }

    /** The markup as text; its scripts are remembered. */
    public function place(Tag $tag): string
    {
        $markup = $tag->markup();
        foreach ($markup->modules as $module) {
            $this->modules[$module] = true;
        }
        $this->isBound = $this->isBound || $markup->isBound;
        return (string) $markup;
    }

    /** A script element for each module that was not printed before. */
    public function scripts(): string
    {
        $wanted = [...array_keys($this->modules), ...($this->isBound ? ['binder.js'] : [])];
        $lines = [];
        foreach ($wanted as $module) {
            if (isset($this->printed[$module])) {
                continue;
            }
            $this->printed[$module] = true;
            $lines[] = '<script type="module" src="' . Tag::escaped($this->base . $module) . '"></script>';
        }
        return implode("\\n", $lines);
    }
}
`;

export const TAG_TEXT = `use InvalidArgumentException;

/** What the builders of all elements have in common. */
abstract class Tag
{
    /** @var array<int, string> */
    private array $attributes = [];
    /** @var array<int, string> */
    private array $properties = [];
    /** @var array<int, string> */
    private array $functions = [];
    /** @var array<int, string> */
    private array $events = [];
    /** @var array<int, string> */
    private array $slots = [];
    /** @var array<string, string> */
    private array $others = [];
    /** @var array<string, true> */
    private array $modules = [];
    private bool $isBound = false;

    protected function __construct(
        private readonly string $tag,
        private readonly ?string $base,
        private readonly ?string $module,
    ) {
    }

    /** Any other attribute: id, class, data-* and the like. */
    final public function attribute(string $name, string $text): static
    {
        if (preg_match('/^[A-Za-z_][\\\\w.:-]*$/D', $name) !== 1 || strncasecmp($name, 'on', 2) === 0) {
            throw new InvalidArgumentException("no attribute: $name");
        }
        $this->others[$name] = $text;
        return $this;
    }

    final protected function putText(int $at, string $name, ?string $text): static
    {
        return $this->put($this->attributes, $at, $text === null ? null : self::written($name, $text));
    }

    final protected function putNumber(int $at, string $name, int|float|null $number): static
    {
        $text = $number === null ? null : self::written($name, self::numeral((float) $number));
        return $this->put($this->attributes, $at, $text);
    }

    final protected function putPresence(int $at, string $name, ?bool $isPresent): static
    {
        return $this->put($this->attributes, $at, $isPresent === true ? " $name" : null);
    }

    final protected function putJson(int $at, string $name, mixed $value): static
    {
        return $this->put($this->attributes, $at, $value === null ? null : self::written($name, self::json($value)));
    }

    final protected function putProperty(int $at, string $name, mixed $value): static
    {
        $text = self::json($value);
        return $this->put($this->properties, $at, $text === 'null' ? null : self::quoted($name) . ':' . $text);
    }

    final protected function putFunction(int $at, string $name, ?string $function): static
    {
        $text = $function === null ? null : self::quoted($name) . ':' . self::quoted($function);
        return $this->put($this->functions, $at, $text);
    }

    final protected function putEvent(int $at, string $name, ?string $handler): static
    {
        $text = $handler === null ? null : self::quoted($name) . ':' . self::quoted($handler);
        return $this->put($this->events, $at, $text);
    }

    /**
     * Text is escaped; other builders are printed.
     *
     * @param array<string|Tag> $content
     */
    final protected function putSlot(int $at, string $name, array $content): static
    {
        $inner = '';
        foreach ($content as $one) {
            if ($one instanceof Tag) {
                $markup = $one->markup();
                foreach ($markup->modules as $module) {
                    $this->modules[$module] = true;
                }
                $this->isBound = $this->isBound || $markup->isBound;
                $inner .= $markup;
            } else {
                $inner .= self::escaped($one);
            }
        }
        $text = $name === '' ? $inner : '<span slot="' . self::escaped($name) . "\\">$inner</span>";
        return $this->put($this->slots, $at, $text);
    }

    /** @param array<int, string> $parts */
    private function put(array &$parts, int $at, ?string $part): static
    {
        if ($part === null) {
            unset($parts[$at]);
        } else {
            $parts[$at] = $part;
        }
        return $this;
    }

    /** The tag with all it was given. */
    final public function markup(): Markup
    {
        $element = $this->base ?? $this->tag;
        $out = "<$element" . ($this->base === null ? '' : self::written('is', $this->tag));
        ksort($this->attributes);
        ksort($this->slots);
        $out .= implode('', $this->attributes);
        foreach ($this->others as $name => $text) {
            $out .= self::written((string) $name, $text);
        }
        $bound = ['properties' => $this->properties, 'functions' => $this->functions, 'events' => $this->events];
        $isBound = $this->isBound;
        foreach ($bound as $name => $parts) {
            if ($parts === []) {
                continue;
            }
            ksort($parts);
            $isBound = true;
            $out .= self::written("data-$name", '{' . implode(',', $parts) . '}');
        }
        $out .= '>' . implode('', $this->slots) . "</$element>";
        $modules = [...($this->module === null ? [] : [$this->module => true]), ...$this->modules];
        return new Markup($out, array_map(strval(...), array_keys($modules)), $isBound);
    }

    private static function written(string $name, string $text): string
    {
        return " $name=\\"" . self::escaped($text) . '"';
    }

    /** Text for markup, between tags or in a quoted attribute (HTML, 13.1.2.3 and 13.3). */
    final public static function escaped(string $text): string
    {
        $safe = htmlspecialchars($text, ENT_COMPAT | ENT_SUBSTITUTE | ENT_HTML5, 'UTF-8');
        return str_replace(["\\0", "\\r"], ["\\u{fffd}", '&#13;'], $safe);
    }

    /** JSON with the keys of objects in the order of their code points, so that every server prints the same. */
    private static function json(mixed $value): string
    {
        if ($value === null) {
            return 'null';
        }
        if (is_bool($value)) {
            return $value ? 'true' : 'false';
        }
        if (is_int($value) || is_float($value)) {
            return is_finite((float) $value) ? self::numeral((float) $value) : 'null';
        }
        if (is_string($value)) {
            return self::quoted($value);
        }
        if (is_array($value) && array_is_list($value)) {
            return '[' . implode(',', array_map(self::json(...), $value)) . ']';
        }
        if (is_array($value) || $value instanceof \\stdClass) {
            $entries = (array) $value;
            uksort($entries, fn ($a, $b) => strcmp((string) $a, (string) $b));
            $items = [];
            foreach ($entries as $key => $one) {
                $items[] = self::quoted((string) $key) . ':' . self::json($one);
            }
            return '{' . implode(',', $items) . '}';
        }
        throw new InvalidArgumentException('no value for markup: ' . get_debug_type($value));
    }

    private static function quoted(string $text): string
    {
        $flags = JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_LINE_TERMINATORS;
        return json_encode($text, $flags | JSON_INVALID_UTF8_SUBSTITUTE | JSON_THROW_ON_ERROR);
    }

    /** A number as scripts write it (ECMA-262, Number::toString): the fewest digits that give it back. */
    private static function numeral(float $number): string
    {
        if (is_nan($number)) {
            return 'NaN';
        }
        if (is_infinite($number)) {
            return $number > 0 ? 'Infinity' : '-Infinity';
        }
        if ($number == 0) {
            return '0';
        }
        $text = '';
        for ($precision = 0; $precision <= 16; $precision += 1) {
            $text = sprintf("%.{$precision}e", abs($number));
            if ((float) $text === abs($number)) {
                break;
            }
        }
        [$mantissa, $exponent] = explode('e', $text);
        $digits = rtrim(str_replace('.', '', $mantissa), '0');
        $point = (int) $exponent + 1;
        $sign = $number < 0 ? '-' : '';
        if ($point > 21 || $point < -5) {
            $fraction = strlen($digits) > 1 ? '.' . substr($digits, 1) : '';
            return $sign . $digits[0] . $fraction . 'e' . ($point > 0 ? '+' : '-') . abs($point - 1);
        }
        if ($point <= 0) {
            return $sign . '0.' . str_repeat('0', -$point) . $digits;
        }
        if (strlen($digits) <= $point) {
            return $sign . str_pad($digits, $point, '0');
        }
        return $sign . substr($digits, 0, $point) . '.' . substr($digits, $point);
    }
}
`;
