"""Texts that break programs: ends of ranges, signs that turn round, halves of pairs, code, and near
misses.
"""

# fmt: off
HOSTILE = (
    "", " ", "\x00", "\x00a\x00", "\ufeff", "\u200b", "\u202e\u202dabc", "\ud800", "a\udfff", "\U0001f6b2" * 40, "a" * 5000,
    "é" * 3000, "e\u0301" * 2000, "ﬃ", "İ", "ı", "ß" * 900, "ẞ", "\u0000\u001f\u007f\u0085\u2028\u2029", "\r\n" * 500,
    "null", "undefined", "None", "nan", "NaN", "inf", "-Infinity", "true", "0", "-0", "-1", "1e400", "1e500000000",
    "9" * 29, "9" * 400, "0x10", "1/0", "1,000.00.00", "１２３", "١٢٣", "²", "½", "Ⅷ", "𝟘𝟙",
    "<script>alert(1)</script>", "</script>", "<!--", "-->", "]]>", "&lt;&amp;&#0;&#x110000;", "javascript:alert(1)",
    "data:text/html,x", "file:///etc/passwd", "//evil.example", "http://[", "http://[::1", "https://a.example:99999/",
    "https://user:pw@a.example/", "http://a.example\\@b.example/", "https://xn--/", "https://" + "a." * 200 + "example/",
    "../../../etc/passwd", "%", "%%", "%2", "%00", "%u0000", "%c0%ae", "{", "}", "{{", "{|", "{product", "{product|{price}}", "{{{",
    "*", "**" * 500, "/*a*b*c*$$", "$", "^(a+)+$", "(" * 2000, "[" * 2000, "\\", "\\\\", "'", "''", '"', "`", "';--", "$(id)",
    "Mon-Fri", "9-", "-9", "9--5", "24:00-24:00", "00:00-00:00", "99:99", "Mon-Fri 9-5" * 300, "Mo-Fr 09:00-09:00",
    "2026-13-45", "0000-00-00", "9999-12-31T23:59:59Z", "0001-01-01", "2026-02-30", "2026-12-25T25:61", "T", "Z", "+", "+1" * 30,
    "tel:", "sms:", "mailto:", "geo:", "geo:999,999", "@", "@@", "a@b", "+" + "0" * 40, "+44" + "1" * 20, "Mars/Base", "UTC/../x",
    "Etc/GMT+99", "xx-XX-xx-XX", "x-y-z-" * 30, "en_GB", "*;q=2", "a;q=nan,b", "rgb(", "rgb(1,2,3,4,5)", "#", "#ggg", "#" + "f" * 99,
    "hsl(1e999,1%,1%)", "color(display-p3 1 1 1 / nan)", "oklch(nan nan nan)", "url(x)", "expression(1)",
    "BEGIN:VCALENDAR", "BEGIN:VCARD\nEND:VCARD", "BEGIN:VEVENT\nRRULE:FREQ=SECONDLY", "END:VCARD", '{"@type":"Product"}',
    "=1+1", "@SUM(1)", "\t=cmd", "السبت", "ש" * 500, "\u202b‏‎\u200d", "Z\u0300\u0301\u0302" * 300, "🏴\U000e0067\U000e0062" * 50,
)
# fmt: on
