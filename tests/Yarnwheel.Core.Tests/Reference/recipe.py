"""A second implementation of what docs/recipe.md says of single pixels, in plain Python; it uses nothing that does not stand there.

Reads {"width", "height", "rgb": 8-bit sRGB values, "recipes": [...], "defaults": the recipe's schema} as JSON from a file and prints, as JSON, 16-bit sRGB values of each recipe's picture.
"""
import json
import math
import sys


def decode(v):
    return math.copysign(abs(v) / 12.92 if abs(v) <= 0.04045 else ((abs(v) + 0.055) / 1.055) ** 2.4, v)


def encode(v):
    return math.copysign(abs(v) * 12.92 if abs(v) <= 0.0031308 else 1.055 * abs(v) ** (1 / 2.4) - 0.055, v)


def cbrt(v):
    return math.copysign(abs(v) ** (1 / 3), v)


def clamp(v, low=0.0, high=1.0):
    return min(max(v, low), high)


def hermite(t):
    t = clamp(t)
    return t * t * (3 - 2 * t)


def mix(a, b, share):
    return [p * (1 - share) + q * share for p, q in zip(a, b)]


def luminance(c):
    return 0.2126 * c[0] + 0.7152 * c[1] + 0.0722 * c[2]


def times(m, v):
    return [sum(m[i][k] * v[k] for k in range(3)) for i in range(3)]


def inverse(m):
    def cofactor(i, j):
        a, b, c, d = (i + 1) % 3, (i + 2) % 3, (j + 1) % 3, (j + 2) % 3
        return m[a][c] * m[b][d] - m[a][d] * m[b][c]
    determinant = sum(m[0][j] * cofactor(0, j) for j in range(3))
    return [[cofactor(j, i) / determinant for j in range(3)] for i in range(3)]


LMS = [[0.4122214708, 0.5363325363, 0.0514459929], [0.2119034982, 0.6806995451, 0.1073969566], [0.0883024619, 0.2817188376, 0.6299787005]]
LAB = [[0.2104542553, 0.7936177850, -0.0040720468], [1.9779984951, -2.4285922050, 0.4505937099], [0.0259040371, 0.7827717662, -0.8086757660]]
FROM_LAB = [[1, 0.3963377774, 0.2158037573], [1, -0.1055613458, -0.0638541728], [1, -0.0894841775, -1.2914855480]]
FROM_LMS = [[4.0767416621, -3.3077115913, 0.2309699292], [-1.2684380046, 2.6097574011, -0.3413193965], [-0.0041960863, -0.7034186147, 1.7076147010]]
XYZ = [[0.4124564, 0.3575761, 0.1804375], [0.2126729, 0.7151522, 0.0721750], [0.0193339, 0.1191920, 0.9503041]]
BRADFORD = [[0.8951, 0.2664, -0.1614], [-0.7502, 1.7135, 0.0367], [0.0389, -0.0685, 1.0296]]


def oklab(c):
    return times(LAB, [cbrt(v) for v in times(LMS, c)])


def from_oklab(lab):
    return times(FROM_LMS, [v ** 3 for v in times(FROM_LAB, lab)])


# --- Defaults: what the schema says of a field that is left out.

ROOT = {}


def resolved(schema):
    """A schema, or the place in the whole that it refers to (JSON Pointer)."""
    if "$ref" in schema:
        target = ROOT
        for step in schema["$ref"].lstrip("#/").split("/"):
            target = target[int(step) if isinstance(target, list) else step]
        return resolved(target)
    return schema


def filled(value, schema):
    schema = resolved(schema)
    if isinstance(value, list):
        return [filled(v, schema.get("items", {})) for v in value]
    if not isinstance(value, dict):
        return value
    for way in schema.get("anyOf", []):
        way = resolved(way)
        if way.get("properties", {}).get("kind", {}).get("const") == value.get("kind"):
            schema = {**schema, **way, "properties": {**schema.get("properties", {}), **way["properties"]}}
    fields = schema.get("properties", {})
    result = {name: filled(field.get("default"), field) for name, field in fields.items()}
    result.update({name: filled(v, fields.get(name, {})) for name, v in value.items()})
    return result


# --- Curves.

class Wheel:
    """The closed curve through spokes: cubic Hermite pieces, slopes by Fritsch and Butland."""

    def __init__(self, points):
        by_hue = {}
        for hue, value in points:
            by_hue.setdefault(hue % 360, []).append(value)
        self.points = sorted((h, sum(v) / len(v)) for h, v in by_hue.items())
        n = len(self.points)
        self.slopes = [0.0] * n
        for i in range(n if n > 1 else 0):
            before, after = self.gap(i - 1), self.gap(i)
            rise_before = (self.points[i][1] - self.points[i - 1][1]) / before
            rise_after = (self.points[(i + 1) % n][1] - self.points[i][1]) / after
            if rise_before * rise_after > 0:
                wb, wa = 2 * after + before, after + 2 * before
                self.slopes[i] = (wb + wa) / (wb / rise_before + wa / rise_after)

    def gap(self, i):
        g = self.points[(i + 1) % len(self.points)][0] - self.points[i][0]
        return g + 360 if g <= 0 else g

    def at(self, hue):
        n = len(self.points)
        if n < 2:
            return self.points[0][1] if n else 0.0
        i = max((k for k in range(n) if self.points[k][0] <= hue), default=n - 1)
        return piece((hue - self.points[i][0]) % 360, self.gap(i), self.points[i][1], self.points[(i + 1) % n][1], self.slopes[i], self.slopes[(i + 1) % n])


def piece(along, width, start, end, slope_start, slope_end):
    t = along / width
    u = 1 - t
    return u * u * (1 + 2 * t) * start + t * t * (3 - 2 * t) * end + width * (t * u * u * slope_start - t * t * u * slope_end)


def tone_curve_of_mask(points):
    last = {p["tone"]: p["mask"] / 100 for p in points}
    tones = sorted(last)
    values = [last[t] for t in tones]
    slopes = [0.0] * len(tones)
    for i in range(1, len(tones) - 1):
        before, after = tones[i] - tones[i - 1], tones[i + 1] - tones[i]
        rb, ra = (values[i] - values[i - 1]) / before, (values[i + 1] - values[i]) / after
        if rb * ra > 0:
            wb, wa = 2 * after + before, after + 2 * before
            slopes[i] = (wb + wa) / (wb / rb + wa / ra)

    def at(tone):
        if tone <= tones[0]:
            return values[0]
        if tone >= tones[-1]:
            return values[-1]
        i = max(k for k in range(len(tones)) if tones[k] <= tone)
        return piece(tone - tones[i], tones[i + 1] - tones[i], values[i], values[i + 1], slopes[i], slopes[i + 1])
    return at


# --- Light and treatments.

def white(warmth, magenta):
    t = 1e6 / (1e6 / 6504 + 0.9 * warmth)
    if t <= 7000:
        x = -4.6070e9 / t ** 3 + 2.9678e6 / t ** 2 + 0.09911e3 / t + 0.244063
    else:
        x = -2.0064e9 / t ** 3 + 1.9018e6 / t ** 2 + 0.24748e3 / t + 0.237040
    y = -3 * x * x + 2.87 * x - 0.275
    d = -2 * x + 12 * y + 3
    u, v = 4 * x / d, 6 * y / d - 0.0002 * magenta
    e = 2 * u - 8 * v + 4
    x, y = 3 * u / e, 2 * v / e
    return [x / y, 1, (1 - x - y) / y]


def balance(c, warmth, magenta):
    source, target = times(BRADFORD, white(0, 0)), times(BRADFORD, white(warmth, magenta))
    cones = [v * t / s for v, s, t in zip(times(BRADFORD, times(XYZ, c)), source, target)]
    return times(inverse(XYZ), times(inverse(BRADFORD), cones))


def saturate(c, amount, protect):
    l, a, b = oklab(c)
    factor = 1 + amount / 100
    if amount > 0 and protect > 0:
        factor = 1 + amount / 100 * (1 - protect / 100 * hermite(math.hypot(a, b) / 0.22))
    return from_oklab([l, a * factor, b * factor])


def toe(x):
    return x if x >= 0.06 else 0.06 * math.exp((x - 0.06) / 0.06)


def lightness_curve(t, l):
    if t["blackPoint"] < 0:
        k = -0.25 * t["blackPoint"] / 100
        l = toe((l - k) / (1 - k))
    if t["whitePoint"] > 0:
        l = 1 - toe(1 - l / (1 - 0.25 * t["whitePoint"] / 100))
    elif t["whitePoint"] < 0:
        l *= 1 + 0.25 * t["whitePoint"] / 100
    c = t["contrast"] / 100
    if c and l < 1:
        g = 6 * abs(c)
        low = 1 / (1 + math.exp(g / 2))
        if c > 0:
            l = (1 / (1 + math.exp(-g * (l - 0.5))) - low) / (1 - 2 * low)
        else:
            p = low + l * (1 - 2 * low)
            l = 0.5 + math.log(p / (1 - p)) / g
    if t["shadows"] and l < 1:
        s = t["shadows"] / 100
        l += 4 * (0.45 if s > 0 else 0.22) * s * l * (1 - l) ** 3
    if t["highlights"] and l < 1:
        s = t["highlights"] / 100
        l += 4 * (0.22 if s > 0 else 0.45) * s * l ** 3 * (1 - l)
    return l


TABLES = {}


def tone_curve(c, t):
    key = tuple(t[k] for k in ("contrast", "shadows", "highlights", "blackPoint", "whitePoint"))
    if not any(key):
        return c
    if key not in TABLES:
        table = [(lightness_curve(t, 1.5 * i / 2048) / (1.5 * i / 2048)) ** 3 for i in range(1, 2049)]
        TABLES[key] = [table[0]] + table
    veil = (0.25 * t["blackPoint"] / 100) ** 3 if t["blackPoint"] > 0 else 0
    at = min(cbrt(max(0, luminance(c))) * 2048 / 1.5, 2048)
    i = min(int(at), 2047)
    ratio = (TABLES[key][i] + (TABLES[key][i + 1] - TABLES[key][i]) * (at - i)) * (1 - veil)
    return [veil + v * ratio for v in c]


def colour_chain(c, t):
    if t["warmth"] or t["greenMagenta"]:
        c = balance(c, t["warmth"], t["greenMagenta"])
    if t["saturation"]:
        c = saturate(c, t["saturation"], t["protect"])
    if t.get("hueShift"):
        l, a, b = oklab(c)
        s, k = math.sin(math.radians(t["hueShift"])), math.cos(math.radians(t["hueShift"]))
        c = from_oklab([l, a * k - b * s, a * s + b * k])
    if t.get("recolour"):
        l, a, b = oklab(c)
        chroma, h, share = math.hypot(a, b), math.radians(t["recolour"]["hue"]), t["recolour"]["amount"] / 100
        c = from_oklab([l, a + (chroma * math.cos(h) - a) * share, b + (chroma * math.sin(h) - b) * share])
    return c


def tones(c, t):
    return tone_curve([v * 2 ** t["exposure"] for v in c], t)


# --- Greys.

def base_lightness(basis, c, lab):
    if basis == "luminance":
        return cbrt(max(0, luminance(c)))
    if basis == "perceptual":
        return max(0, lab[0])
    e = [encode(v) for v in c]
    return cbrt(max(0, decode((max(e) + min(e)) / 2 if basis == "lightness" else sum(e) / 3)))


def grey_lightness(mix_of, c, lab, wheel):
    l = base_lightness(mix_of["basis"], c, lab)
    chroma = math.hypot(lab[1], lab[2])
    d = 2.5 * wheel.at(math.degrees(math.atan2(lab[2], lab[1])) % 360) / 100 * chroma * chroma / (chroma + 0.02)
    r = max(1 - l, 0) if d > 0 else l
    s = r ** 4 + d ** 4
    return max(l + d * r / s ** 0.25, 0) if s > 1e-30 else l


def tinted(grey, lights, darks):
    def direction(t):
        return (0.13 * t["amount"] / 100 * math.cos(math.radians(t["hue"])), 0.13 * t["amount"] / 100 * math.sin(math.radians(t["hue"]))) if t else (0, 0)
    l = cbrt(grey)
    high = direction(lights)
    low = direction(darks) if darks else high
    share, room = hermite(1.6 * l - 0.3), max(0, 4 * l * (1 - l))
    return from_oklab([l] + [(q + (p - q) * share) * room for p, q in zip(high, low)])


# --- Masks of single pixels.

def part_mask(p, x, y, size, c, lab):
    if p["kind"] == "hue":
        chroma, least = math.hypot(lab[1], lab[2]), p["minChroma"] / 100
        hue = math.degrees(math.atan2(lab[2], lab[1])) % 360
        gate = hermite((chroma - 0.5 * least) / least) if least > 0 else 1
        if p.get("amounts"):
            return gate * clamp(Wheel([(a["hue"], a["amount"]) for a in p["amounts"]]).at(hue) / 100)
        width = (p["to"] - p["from"]) if p["to"] >= p["from"] else p["to"] - p["from"] + 360
        apart = abs(hue - (p["from"] + width / 2) % 360)
        return gate * (1 - hermite((min(apart, 360 - apart) - width / 2) / max(p["fade"], 1e-6)))
    if p["kind"] == "colour":
        def nearest(picks):
            return min(math.sqrt(((lab[0] - s["l"]) * p["lightness"] / 100) ** 2 + (lab[1] - s["a"]) ** 2 + (lab[2] - s["b"]) ** 2) for k in picks for s in k["shades"])
        if not p["picks"]:
            return 0
        keep, fade = nearest(p["picks"]), p["fade"] / 100
        value = 1 - hermite((keep - p["reach"] / 100) / max(fade, 1e-9))
        if p["leaveOut"]:
            value *= hermite((nearest(p["leaveOut"]) - keep) / (2 * (0.01 + 0.25 * fade)) + 0.5)
        return value
    if p["kind"] == "light":
        mix_of = p.get("grey") or {"basis": "luminance", "spokes": []}
        l = clamp(grey_lightness(mix_of, c, lab, Wheel([(s["hue"], s["lift"]) for s in mix_of["spokes"]])))
        tone = 100 * encode(l ** 3)
        if p.get("curve"):
            return tone_curve_of_mask(p["curve"])(tone)
        low, high = min(p["from"], p["to"]), max(p["from"], p["to"])

        def ease(within, fade):
            return 1 if within >= 0 else 0 if within <= -fade else hermite(1 + within / fade)
        return min(ease(tone - low, p["fadeFrom"]), ease(high - tone, p["fadeTo"]))
    if p["kind"] == "ramp":
        (w, h), px, py = size, x + 0.5, y + 0.5
        if p["shape"] == "linear":
            wx, wy = (p["x1"] - p["x0"]) * w, (p["y1"] - p["y0"]) * h
            length = math.hypot(wx, wy)
            run = max(length, 1)
            return 1 - hermite((((px - p["x0"] * w) * wx + (py - p["y0"] * h) * wy) / length - (length - run) / 2) / run)
        turn, rx, ry = math.radians(p["angle"]), max(p["rx"] * max(w, h), 1e-6), max(p["ry"] * max(w, h), 1e-6)
        dx, dy = px - p["cx"] * w, py - p["cy"] * h
        u, v = (dx * math.cos(turn) + dy * math.sin(turn)) / rx, (dy * math.cos(turn) - dx * math.sin(turn)) / ry
        radius, feather = math.hypot(u, v), p["feather"] / 100
        growth = math.sqrt(u * u / rx ** 2 + v * v / ry ** 2) / radius if radius > 1e-9 else 0
        run = max(feather, growth)
        t = (radius - (1 - feather - max(0, growth - feather) / 2)) / run
        return 1 - hermite(t) if feather > growth else 1 - clamp(t)
    raise ValueError(p["kind"])


def area_mask(mask, *pixel):
    value = 0.0
    for p in mask["parts"]:
        if not p["on"]:
            continue
        own = part_mask(p, *pixel)
        own = 1 - own if p["invert"] else own
        value = max(value, own) if p["op"] == "add" else value * (1 - own) if p["op"] == "subtract" else value * own
    return 1 - value if mask["invert"] else value


# --- Into the gamut.

def outside(c):
    return max(max(c) - 1, -min(c))


def cusp(k):
    a, b = math.cos(2 * math.pi * k / 512), math.sin(2 * math.pi * k / 512)
    least, most = 0.0, 2.0
    for _ in range(30):
        middle = (least + most) / 2
        c = from_oklab([1, middle * a, middle * b])
        if min(c) < -5e-4 * max(c):
            most = middle
        else:
            least = middle
    return 1 / cbrt(max(from_oklab([1, least * a, least * b]))), least


CUSPS = [cusp(k % 512) for k in range(513)]


def fitted(c):
    if outside(c) <= 2e-6:
        return [clamp(v) for v in c]
    l, a, b = oklab(c)
    at = (math.atan2(b, a) / (2 * math.pi)) % 1 * 512
    i = min(int(at), 511)
    lightness, strongest = (CUSPS[i][n] + (CUSPS[i + 1][n] - CUSPS[i][n]) * (at - i) for n in (0, 1))
    grey = max(min(l, lightness), 0)

    def on_the_way(share):
        return from_oklab([grey + share * (l - grey), share * a, share * b])
    if l <= lightness:
        share = min(strongest * grey / max(math.hypot(a, b), 1e-9), 1)
    else:
        share, most = 0.0, 1.0
        for _ in range(18):
            middle = (share + most) / 2
            if outside(on_the_way(middle)) > 0:
                most = middle
            else:
                share = middle
    return [clamp(v) for v in on_the_way(share)]


# --- The picture.

def vignette(v, x, y, size):
    if not v["amount"]:
        return 1
    w, h = size
    dx, dy, longer = 2 * (x + 0.5) / w - 1, 2 * (y + 0.5) / h - 1, max(w, h)
    along = math.sqrt((dx * dx + dy * dy) / 2)
    circle = math.hypot(dx * w / longer, dy * h / longer) / (math.hypot(w, h) / longer)
    t = hermite((along + (circle - along) * v["shape"] / 100 - 0.95 * v["extent"] / 100) / (0.08 + 0.9 * v["softness"] / 100))
    return 1 + (0.9 if v["amount"] < 0 else 1.5) * v["amount"] / 100 * t


def pixel(recipe, wheel, x, y, size, rgb):
    photo = tones(colour_chain([decode(v / 255) for v in rgb], recipe["light"]), recipe["light"])
    lab = oklab(photo)
    grey = grey_lightness(recipe["grey"], photo, lab, wheel) ** 3
    ground = recipe["ground"]
    plain = [grey] * 3 if not (ground.get("tint") or ground.get("tintDarks")) else tinted(grey, ground.get("tint"), ground.get("tintDarks"))
    coloured = ground["colour"] / 100
    out = mix(plain, photo, coloured)
    for area in sorted((a for a in recipe["areas"] if a["on"]), key=lambda a: a["over"]):
        share, own, treat = area_mask(area["mask"], x, y, size, photo, lab) * area["strength"] / 100, area["colour"] / 100, area["treat"]
        wash = treat["tint"] if treat.get("tint") and treat["tint"]["amount"] > 0 else None
        if area["over"]:
            below = mix(out, photo, (1 - coloured) * own)
            there = coloured + (1 - coloured) * own
            toned = tinted(luminance(below), wash, None) if wash else below
            version = mix(toned, colour_chain(below, treat), there)
        else:
            version = mix(colour_chain(photo, treat), tinted(grey, wash, None) if wash else [grey] * 3, 1 - own)
        out = mix(out, tones(version, treat), share)
        coloured += (1 - coloured) * share * own if area["over"] else (own - coloured) * share
    factor = vignette(recipe["finish"]["vignette"], x, y, size)
    return [round(encode(v) * 65535) for v in fitted([v * factor for v in out])]


def main():
    with open(sys.argv[1], encoding="utf-8") as file:
        task = json.load(file)
    ROOT.update(task["defaults"])
    size, rgb, pictures = (task["width"], task["height"]), task["rgb"], []
    for recipe in task["recipes"]:
        recipe = {"light": {}, "ground": {}, "grey": {}, "areas": [], "finish": {}, **recipe}
        recipe["finish"] = {"vignette": {}, **recipe["finish"]}
        recipe["areas"] = [{"mask": {}, "treat": {}, **a} for a in recipe["areas"]]
        recipe = filled(recipe, ROOT)
        wheel = Wheel([(s["hue"], s["lift"]) for s in recipe["grey"]["spokes"]])
        pictures.append([v for i in range(len(rgb) // 3) for v in pixel(recipe, wheel, i % size[0], i // size[0], size, rgb[3 * i:3 * i + 3])])
    print(json.dumps(pictures))


main()
