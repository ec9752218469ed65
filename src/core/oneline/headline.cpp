// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/oneline/headline.h"

#include <algorithm>
#include <cmath>

#include <fmt/format.h>

#include "core/base/sentence.h"
#include "core/base/text.h"
#include "core/formulas/framing.h"
#include "core/formulas/shared_media.h"
#include "core/kb/reach_rows.h"
#include "core/kb/stage_rows.h"
#include "core/oneline/tokens.h"

namespace sokudo::oneline {
namespace {

/// "5400" is megabits on a box; "2.5g" and "600mbit" say so themselves. Nothing is sold by fewer than 30 megabits: a
/// lesser figure is Gb/s, on coax the generation as well, unless it is the generation of a radio.
Result<BitRate> printedRate(const Token& token, std::string_view by)
{
    const auto bare = text::parseNumber(token.text);
    if (!bare) {
        if (const auto rate = rateOf(token.text)) return *rate;
        return tl::unexpected(
            pointAt(token, text::say("headline.this-does-not-belong",
                                     "this does not belong here; known are the printed figure, port=1g, bands=3")));
    }
    constexpr double kLeastMegabits = 30;
    if (*bare >= kLeastMegabits) return BitRate::of(*bare * 1e6);
    if (by == "radio")
        return tl::unexpected(pointAt(
            token, text::say("headline.two-readings",
                             "{} may be the generation or Gb/s: write {}g for the rate, or the figure in megabits",
                             token.text, token.text)));
    return BitRate::of(*bare * 1e9);
}

/// What is printed on a box.
struct Box {
    std::optional<BitRate> printed, port;
    int bands = 1;
};

Result<Box> boxOf(const std::vector<Token>& words, std::string_view by)
{
    Box box;
    for (std::size_t i = 1; i < words.size(); ++i) {
        const Token& token = words[i];
        if (token.text == "port" && rateOf(token.value)) box.port = rateOf(token.value);
        else if (token.text == "bands") {
            const auto whole = wholeNumber(token, 1, 4);
            if (!whole) return tl::unexpected(whole.error());
            box.bands = *whole;
        } else {
            const auto rate = printedRate(token, by);
            if (!rate) return tl::unexpected(rate.error());
            box.printed = *rate;
        }
    }
    return box;
}

/// What one client sees, and by which row.
struct Figures {
    kb::Band carries;
    kb::Provenance from;
    text::Sentence says;
};

/// The row that is sold under the figure nearest to this one.
template <class Row>
const Row* soldAs(const kb::KnowledgeBase& kb, BitRate Row::*figure, BitRate printed)
{
    const auto apart = [&](const Row& row) { return std::fabs(std::log((row.*figure).in() / printed.in())); };
    const auto& rows = kb.all<Row>();
    const auto nearest =
        std::min_element(rows.begin(), rows.end(), [&](const Row& a, const Row& b) { return apart(a) < apart(b); });
    return nearest == rows.end() ? nullptr : &*nearest;
}

/// The same figures as a link or a path gives: see formulas::shared_media.
Result<Figures> figuresOf(std::string_view by, BitRate printed, std::optional<BitRate> port,
                          const kb::KnowledgeBase& kb)
{
    if (by == "radio" || by == "radio-60") {
        const kb::Factor* share = kb.find<kb::Factor>(by);
        if (share)
            return Figures{
                formulas::radioCarries(kb, printed, by == "radio-60"), share->from,
                text::say("headline.share-of-the-phy", "× {} typically, × {} at most",
                          text::figure::number(share->value.typical), text::figure::number(share->value.high))};
    }
    const kb::PowerLine* family = by == "power-line" ? soldAs(kb, &kb::PowerLine::printed, printed) : nullptr;
    const kb::CoaxGeneration* generation = by == "coax" ? soldAs(kb, &kb::CoaxGeneration::mac, printed) : nullptr;
    const kb::Ceiling* row = family       ? formulas::powerLineRow(kb, family->id)
                             : generation ? formulas::coaxRow(kb, generation->id, port)
                                          : nullptr;
    if (!row)
        return failure(ErrorCode::NotFound,
                       text::say("headline.no-figures", "headline_shares.csv names “{}”, which has no figures", by));
    return Figures{row->carries, row->from, text::say("headline.as-measured-of", "as {} do", row->name)};
}

}  // namespace

Result<Headline> readHeadline(std::string_view line, const kb::KnowledgeBase& kb)
{
    const auto words = tokens(line, 0);
    std::vector<std::string> kinds;
    for (const kb::HeadlineShare& row : kb.all<kb::HeadlineShare>()) kinds.push_back(row.id);
    if (words.empty())
        return failure(ErrorCode::BadInput, text::say("headline.write-what-the-box",
                                                      "write what the box says, such as “wifi 5400”; kinds are ") +
                                                text::joined(kinds, ", "));
    const kb::HeadlineShare* row = kb.find<kb::HeadlineShare>(words.front().text);
    if (!row)
        return tl::unexpected(pointAt(
            words.front(), text::say("headline.no-kind-of-gear", "no kind of gear that Sokudo knows; kinds are ") +
                               text::joined(kinds, ", ")));
    const auto box = boxOf(words, row->by);
    if (!box) return tl::unexpected(box.error());
    if (!box->printed)
        return tl::unexpected(pointAt(words.front(), text::say("headline.write-the-figure-on",
                                                               "write the figure on the box behind it, such as ") +
                                                         row->id + " 2400"));
    const BitRate one = scaled(*box->printed, 1.0 / box->bands);
    const auto figures = figuresOf(row->by, one, box->port, kb);
    if (!figures) return tl::unexpected(figures.error());
    Headline result{*box->printed, figures->carries, row->name, {}, row->beware, figures->from};
    result.working =
        text::say("headline.at-most-typically", "{}{}, {}: typically {}, at most {}", text::figure::rate(*box->printed),
                  box->bands > 1 ? fmt::format(" ÷ {} bands", box->bands) : std::string(), figures->says,
                  text::figure::rate(result.client.typical), text::figure::rate(result.client.high));
    if (box->port) {
        const auto wire = formulas::goodput(*box->port);
        if (!wire) return tl::unexpected(wire.error());
        if (*wire < result.client.high)
            result.working += text::say("headline.its-socket-of-carries", "; its socket of {} carries {}",
                                        text::figure::linkRate(*box->port), text::figure::rate(*wire));
        result.client = {std::min(result.client.low, *wire), std::min(result.client.typical, *wire),
                         std::min(result.client.high, *wire)};
    }
    return result;
}

}  // namespace sokudo::oneline
