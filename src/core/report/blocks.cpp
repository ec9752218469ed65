// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/report/blocks.h"

#include <algorithm>

#include <fmt/format.h>

namespace sokudo::report {
namespace {

/// The mark of a verdict as inline SVG: shape and word tell it, colour only helps.
std::string markSvg(Verdict verdict)
{
    constexpr std::string_view kOpen = "<svg width='12' height='12' viewBox='0 0 12 12' aria-hidden='true'>";
    std::string shape;
    switch (verdict) {
    case Verdict::Fits: shape = "<rect x='1' y='1' width='10' height='10' fill='#1b7665'/>"; break;
    case Verdict::Limited:
        shape =
            "<rect x='1.5' y='1.5' width='9' height='9' fill='none' stroke='#8a5a00'/><rect x='1' y='6' width='10' "
            "height='5' fill='#8a5a00'/>";
        break;
    case Verdict::Unknown:
        shape = "<rect x='1.5' y='1.5' width='9' height='9' fill='none' stroke='#5c5f6b' stroke-dasharray='2 1.6'/>";
        break;
    case Verdict::Marginal:
        shape =
            "<rect x='1.5' y='1.5' width='9' height='9' fill='none' stroke='#8a4b1f'/><path d='M1 11 L11 1 L11 11 Z' "
            "fill='#8a4b1f'/>";
        break;
    case Verdict::NoLink:
        shape =
            "<rect x='1' y='1' width='3.6' height='10' fill='#8c1c3a'/><rect x='7.4' y='1' width='3.6' height='10' "
            "fill='#8c1c3a'/>";
        break;
    case Verdict::Unsafe: shape = "<path d='M6 0.5 L11.7 11 L0.3 11 Z' fill='#6d2a86'/>"; break;
    }
    return std::string(kOpen) + shape + "</svg> " + std::string(word(verdict));
}

struct HtmlWriter {
    std::string out;
    void operator()(const Heading& block)
    {
        out += fmt::format("<h{0}>{1}</h{0}>\n", block.level, escaped(block.text));
    }
    void operator()(const Paragraph& block) { out += "<p>" + escaped(block.text) + "</p>\n"; }
    void operator()(const Drawing& block) { out += "<div class='drawing'>" + block.svg + "</div>\n"; }
    void operator()(const TableBlock& block)
    {
        out += "<table><thead><tr>";
        if (!block.marks.empty()) out += "<th>verdict</th>";
        for (const std::string& heading : block.headings) out += "<th>" + escaped(heading) + "</th>";
        out += "</tr></thead><tbody>\n";
        for (std::size_t i = 0; i < block.rows.size(); ++i) {
            out += "<tr>";
            if (!block.marks.empty()) out += "<td class='mark'>" + markSvg(block.marks[i]) + "</td>";
            for (const std::string& cell : block.rows[i]) out += "<td>" + escaped(cell) + "</td>";
            out += "</tr>\n";
        }
        out += "</tbody></table>\n";
    }
};

std::size_t columnsIn(const std::string& text)
{
    return static_cast<std::size_t>(
        std::count_if(text.begin(), text.end(), [](char c) { return (static_cast<unsigned char>(c) & 0xC0) != 0x80; }));
}

struct TextWriter {
    std::string out;
    void operator()(const Heading& block)
    {
        out += "\n" + block.text + "\n" + std::string(columnsIn(block.text), block.level == 1 ? '=' : '-') + "\n";
    }
    void operator()(const Paragraph& block) { out += block.text + "\n"; }
    void operator()(const Drawing&) {}
    void operator()(const TableBlock& block)
    {
        std::vector<std::size_t> widths(block.headings.size());
        for (std::size_t c = 0; c < widths.size(); ++c) {
            widths[c] = columnsIn(block.headings[c]);
            for (const auto& row : block.rows) widths[c] = std::max(widths[c], columnsIn(row[c]));
        }
        const auto line = [&](const std::vector<std::string>& cells, const std::string& mark) {
            if (!block.marks.empty()) out += mark + std::string(10 - std::min<std::size_t>(9, columnsIn(mark)), ' ');
            for (std::size_t c = 0; c < cells.size(); ++c)
                out += cells[c] +
                       (c + 1 < cells.size() ? std::string(widths[c] - columnsIn(cells[c]) + 2, ' ') : std::string());
            out += "\n";
        };
        line(block.headings, "verdict");
        for (std::size_t i = 0; i < block.rows.size(); ++i)
            line(block.rows[i], block.marks.empty() ? std::string() : std::string(word(block.marks[i])));
    }
};

constexpr std::string_view kStyle =
    "body{font:14px/1.45 sans-serif;color:#1c1f2b;background:#fbf9f3;max-width:60rem;margin:2rem auto;padding:0 1rem}"
    "h1{font-size:20px}h2{font-size:16px;margin-top:1.6em;border-bottom:1px solid #d9d2c4}"
    "table{border-collapse:collapse;width:100%}th{text-align:left;font-weight:600;color:#555a6b}"
    "th,td{padding:3px 10px 3px 0;border-bottom:1px solid #e6dfd0;vertical-align:top}.mark{white-space:nowrap}"
    ".drawing svg{max-width:100%;height:auto}@media print{body{background:#fff;margin:0}}";

}  // namespace

std::string escaped(const std::string& text)
{
    std::string out;
    for (char c : text) {
        if (c == '&') out += "&amp;";
        else if (c == '<') out += "&lt;";
        else if (c == '>') out += "&gt;";
        else if (c == '"') out += "&quot;";
        else if (c == '\'') out += "&#39;";
        else out.push_back(c);
    }
    return out;
}

std::string toHtml(const std::string& title, const std::vector<Block>& blocks)
{
    HtmlWriter writer;
    for (const Block& block : blocks) std::visit(writer, block);
    return fmt::format(
        "<!doctype html>\n<html lang='en'><head><meta "
        "charset='utf-8'><title>{}</title><style>{}</style></head><body>\n<h1>{}</h1>\n{}</body></html>\n",
        escaped(title), kStyle, escaped(title), writer.out);
}

std::string toText(const std::string& title, const std::vector<Block>& blocks)
{
    TextWriter writer;
    writer(Heading{title, 1});
    for (const Block& block : blocks) std::visit(writer, block);
    return writer.out;
}

}  // namespace sokudo::report
