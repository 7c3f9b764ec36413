// The least an embed can do: one fixed link in the corner. Only measured against (bench/page.py).
;(function () {
  var host = document.createElement('div')
  host.id = 'plain-link'
  host.style.cssText = 'all:initial;position:fixed;right:24px;bottom:20px;z-index:2147483647'
  var root = host.attachShadow({ mode: 'open' })
  var style = document.createElement('style')
  style.textContent =
    'a{display:inline-flex;align-items:center;height:52px;padding:0 20px;border-radius:26px 26px 11px 11px;background:#5e1f38;color:#fffcf6;font:600 15.5px/1.2 sans-serif;text-decoration:none;box-shadow:0 14px 30px -10px rgb(40 20 30/45%)}a:hover{background:#3a1424}a:focus-visible{outline:2px solid #e0a030;outline-offset:1px}@media print{a{display:none}}'
  var link = document.createElement('a')
  link.href = 'https://wa.me/441174960123'
  link.textContent = 'Write to us'
  link.target = '_blank'
  link.rel = 'noopener'
  root.append(style, link)
  document.documentElement.append(host)
})()
