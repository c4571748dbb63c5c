/** The classes that all builders for Java share. They are written out as they stand here. */

export const MARKUP_TEXT = `import java.util.List;

/** Markup that is safe to put into a page as it stands, and what it needs there. */
public final class Markup {
  private final String html;
  private final List<String> modules;
  private final boolean bound;

  Markup(String html, List<String> modules, boolean bound) {
    this.html = html;
    this.modules = List.copyOf(modules);
    this.bound = bound;
  }

  /** The modules that define its elements. */
  public List<String> modules() {
    return modules;
  }

  /** Whether a script of the page has to hand something over. */
  public boolean isBound() {
    return bound;
  }

  @Override
  public String toString() {
    return html;
  }
}
`;

export const PAGE_TEXT = `import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;

/** Places markup in one page, and knows which scripts the page needs for it. */
public final class Page {
  private final String base;
  private final Set<String> modules = new LinkedHashSet<>();
  private final Set<String> printed = new LinkedHashSet<>();
  private boolean bound;

  /** Modules are loaded from below base: "/assets/". */
  public Page(String base) {
    this.base = base;
  }

  /** The markup as text; its scripts are remembered. */
  public String place(Tag<?> tag) {
    Markup markup = tag.markup();
    modules.addAll(markup.modules());
    bound |= markup.isBound();
    return markup.toString();
  }

  /** A script element for each module that was not printed before. */
  public String scripts() {
    List<String> wanted = new ArrayList<>(modules);
    if (bound) {
      wanted.add("binder.js");
    }
    List<String> lines = new ArrayList<>();
    for (String module : wanted) {
      if (printed.add(module)) {
        lines.add("<script type=\\"module\\" src=\\"" + Tag.escaped(base + module) + "\\"></script>");
      }
    }
    return String.join("\\n", lines);
  }
}
`;

export const TAG_TEXT = `import java.math.BigDecimal;
import java.math.MathContext;
import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.regex.Pattern;

/** What the builders of all elements have in common. */
public abstract class Tag<T extends Tag<T>> {
  private static final Pattern NAME = Pattern.compile("[A-Za-z_][\\\\w.:-]*");

  private final String tag;
  private final String base;
  private final String module;
  private final Map<Integer, String> attributes = new TreeMap<>();
  private final Map<Integer, String> properties = new TreeMap<>();
  private final Map<Integer, String> functions = new TreeMap<>();
  private final Map<Integer, String> events = new TreeMap<>();
  private final Map<Integer, String> slots = new TreeMap<>();
  private final Map<String, String> others = new LinkedHashMap<>();
  private final Set<String> modules = new LinkedHashSet<>();
  private boolean bound;

  Tag(String tag, String base, String module) {
    this.tag = tag;
    this.base = base;
    this.module = module;
  }

  abstract T self();

  /** Any other attribute: id, class, data-* and the like. */
  public final T attribute(String name, String text) {
    if (!NAME.matcher(name).matches() || name.regionMatches(true, 0, "on", 0, 2)) {
      throw new IllegalArgumentException("no attribute: " + name);
    }
    others.put(name, text);
    return self();
  }

  final T text(int at, String name, String text) {
    return put(attributes, at, text == null ? null : written(name, text));
  }

  final T number(int at, String name, double number) {
    return put(attributes, at, written(name, numeral(number)));
  }

  final T present(int at, String name, boolean isPresent) {
    return put(attributes, at, isPresent ? " " + name : null);
  }

  final T json(int at, String name, Object value) {
    return put(attributes, at, value == null ? null : written(name, json(value)));
  }

  final T property(int at, String name, Object value) {
    String text = json(value);
    return put(properties, at, text.equals("null") ? null : quoted(name) + ":" + text);
  }

  final T function(int at, String name, String function) {
    return put(functions, at, function == null ? null : quoted(name) + ":" + quoted(function));
  }

  final T event(int at, String name, String handler) {
    return put(events, at, handler == null ? null : quoted(name) + ":" + quoted(handler));
  }

  /** Text is escaped; other builders are printed. */
  final T slot(int at, String name, Object... content) {
    StringBuilder inner = new StringBuilder();
    for (Object one : content) {
      if (one instanceof Tag<?> other) {
        Markup markup = other.markup();
        modules.addAll(markup.modules());
        bound |= markup.isBound();
        inner.append(markup);
      } else if (one instanceof String words) {
        inner.append(escaped(words));
      } else {
        throw new IllegalArgumentException("no content: " + one);
      }
    }
    boolean isDefault = name.isEmpty();
    return put(slots, at, isDefault ? inner.toString() : "<span slot=\\"" + escaped(name) + "\\">" + inner + "</span>");
  }

  private T put(Map<Integer, String> parts, int at, String part) {
    if (part == null) {
      parts.remove(at);
    } else {
      parts.put(at, part);
    }
    return self();
  }

  /** The tag with all it was given. */
  public final Markup markup() {
    String element = base == null ? tag : base;
    StringBuilder out = new StringBuilder("<").append(element);
    if (base != null) {
      out.append(written("is", tag));
    }
    attributes.values().forEach(out::append);
    others.forEach((name, text) -> out.append(written(name, text)));
    out.append(bound("data-properties", properties));
    out.append(bound("data-functions", functions));
    out.append(bound("data-events", events));
    out.append('>');
    slots.values().forEach(out::append);
    out.append("</").append(element).append('>');
    Set<String> needed = new LinkedHashSet<>();
    if (module != null) {
      needed.add(module);
    }
    needed.addAll(modules);
    boolean isBound = bound || !properties.isEmpty() || !functions.isEmpty() || !events.isEmpty();
    return new Markup(out.toString(), new ArrayList<>(needed), isBound);
  }

  private static String bound(String name, Map<Integer, String> parts) {
    return parts.isEmpty() ? "" : written(name, "{" + String.join(",", parts.values()) + "}");
  }

  private static String written(String name, String text) {
    return " " + name + "=\\"" + escaped(text) + "\\"";
  }

  /** Text for markup, between tags or in a quoted attribute (HTML, 13.1.2.3 and 13.3). */
  static String escaped(String text) {
    StringBuilder out = new StringBuilder();
    for (int at = 0; at < text.length(); at += 1) {
      char unit = text.charAt(at);
      switch (unit) {
        case '&' -> out.append("&amp;");
        case '<' -> out.append("&lt;");
        case '>' -> out.append("&gt;");
        case '"' -> out.append("&quot;");
        case '\\r' -> out.append("&#13;");
        case '\\0' -> out.append('\\ufffd');
        default -> out.append(isLone(text, at) ? '\\ufffd' : unit);
      }
    }
    return out.toString();
  }

  private static boolean isLone(String text, int at) {
    char unit = text.charAt(at);
    if (Character.isHighSurrogate(unit)) {
      return at + 1 >= text.length() || !Character.isLowSurrogate(text.charAt(at + 1));
    }
    return Character.isLowSurrogate(unit) && (at == 0 || !Character.isHighSurrogate(text.charAt(at - 1)));
  }

  /** JSON with the keys of objects in the order of their code points, so that every server prints the same. */
  private static String json(Object value) {
    if (value == null) {
      return "null";
    }
    if (value instanceof String text) {
      return quoted(text);
    }
    if (value instanceof Boolean) {
      return value.toString();
    }
    if (value instanceof Number number) {
      double given = number.doubleValue();
      return Double.isFinite(given) ? numeral(given) : "null";
    }
    if (value instanceof List<?> list) {
      List<String> items = new ArrayList<>();
      for (Object one : list) {
        items.add(json(one));
      }
      return "[" + String.join(",", items) + "]";
    }
    if (value instanceof Map<?, ?> map) {
      Map<String, String> entries = new TreeMap<>(Tag::inOrder);
      map.forEach((key, one) -> entries.put(String.valueOf(key), json(one)));
      List<String> items = new ArrayList<>();
      entries.forEach((key, text) -> items.add(quoted(key) + ":" + text));
      return "{" + String.join(",", items) + "}";
    }
    throw new IllegalArgumentException("no value for markup: " + value.getClass().getName());
  }

  private static int inOrder(String a, String b) {
    int[] first = a.codePoints().toArray();
    int[] second = b.codePoints().toArray();
    return java.util.Arrays.compare(first, second);
  }

  private static String quoted(String text) {
    StringBuilder out = new StringBuilder("\\"");
    for (int at = 0; at < text.length(); at += 1) {
      char unit = text.charAt(at);
      switch (unit) {
        case '"' -> out.append("\\\\\\"");
        case '\\\\' -> out.append("\\\\\\\\");
        case '\\b' -> out.append("\\\\b");
        case '\\f' -> out.append("\\\\f");
        case '\\n' -> out.append("\\\\n");
        case '\\r' -> out.append("\\\\r");
        case '\\t' -> out.append("\\\\t");
        default -> {
          if (unit < 0x20 || isLone(text, at)) {
            out.append('\\\\').append(String.format("u%04x", (int) unit));
          } else {
            out.append(unit);
          }
        }
      }
    }
    return out.append('"').toString();
  }

  /** A number as scripts write it (ECMA-262, Number::toString): the fewest digits that give it back. */
  private static String numeral(double number) {
    if (Double.isNaN(number)) {
      return "NaN";
    }
    if (Double.isInfinite(number)) {
      return number > 0 ? "Infinity" : "-Infinity";
    }
    if (number == 0) {
      return "0";
    }
    BigDecimal exact = new BigDecimal(Math.abs(number));
    BigDecimal shortest = exact;
    for (int precision = 1; precision <= 17; precision += 1) {
      shortest = exact.round(new MathContext(precision, RoundingMode.HALF_EVEN));
      if (shortest.doubleValue() == Math.abs(number)) {
        break;
      }
    }
    String digits = shortest.unscaledValue().toString().replaceAll("0+$", "");
    int point = shortest.precision() - shortest.scale();
    String sign = number < 0 ? "-" : "";
    if (point > 21 || point < -5) {
      String fraction = digits.length() > 1 ? "." + digits.substring(1) : "";
      return sign + digits.charAt(0) + fraction + "e" + (point > 0 ? "+" : "-") + Math.abs(point - 1);
    }
    if (point <= 0) {
      return sign + "0." + "0".repeat(-point) + digits;
    }
    if (digits.length() <= point) {
      return sign + digits + "0".repeat(point - digits.length());
    }
    return sign + digits.substring(0, point) + "." + digits.substring(point);
  }
}
`;
