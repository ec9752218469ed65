// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>
#include <cmath>

#include <fmt/format.h>

#include "core/base/sentence.h"
#include "core/base/text.h"
#include "core/expect/stages.h"
#include "core/formulas/shared_media.h"
#include "core/kb/reach_rows.h"
#include "core/kb/stage_rows.h"

namespace sokudo::expect {
namespace {

struct KindOfRow {
    std::string_view row;
    StageKind kind;
    std::string_view label;
};
constexpr KindOfRow kKinds[] = {
    {"coax", StageKind::Medium, "coax"},
    {"power-line", StageKind::Medium, "power line"},
    {"radio", StageKind::Medium, "radio"},
    {"cable", StageKind::Medium, "cable"},
    {"router", StageKind::Router, "router"},
    {"inspection", StageKind::Inspection, "inspection"},
    {"tunnel", StageKind::Tunnel, "tunnel end"},
    {"memory", StageKind::Memory, "memory"},
    {"session", StageKind::Session, "session"},
    {"attachment", StageKind::Disk, "disk line"},
    {"access", StageKind::Internet, "access line"},
    {"cipher", StageKind::Session, "cipher"},
    {"copying", StageKind::CopyTool, "copying"},
};

Band scaledBand(const Band& band, const kb::FactorBand& by)
{
    return {scaled(band.low, by.low), scaled(band.typical, by.typical), scaled(band.high, by.high)};
}

/// Some factors are not independent: rows that count together as another row make way for it.
Factors together(const kb::KnowledgeBase& kb, Factors factors)
{
    for (const kb::StageFactor& row : kb.all<kb::StageFactor>()) {
        const auto isGiven = [&](const std::string& id) {
            return std::find(factors.begin(), factors.end(), id) != factors.end();
        };
        if (row.insteadOf.empty() || !std::all_of(row.insteadOf.begin(), row.insteadOf.end(), isGiven)) continue;
        for (const std::string& id : row.insteadOf) std::erase(factors, id);
        factors.push_back(row.id);
    }
    return factors;
}

}  // namespace

std::optional<Error> applyFactors(const kb::KnowledgeBase& kb, const Factors& factors, std::string_view stageWord,
                                  Stage& stage)
{
    for (const std::string& id : together(kb, factors)) {
        const kb::StageFactor* row = kb.find<kb::StageFactor>(id);
        if (!row || row->stage != stageWord)
            return Error{
                ErrorCode::BadInput,
                text::say("ceiling.is-nothing-that-changes", "“{}” is nothing that changes a {}", id, stageWord),
                {}};
        stage.carries = scaledBand(stage.carries, row->factor);
        if (stage.both) stage.both = scaledBand(*stage.both, row->factor);
        if (stage.pool) stage.pool = scaledBand(*stage.pool, row->factor);
        if (stage.perFlow) stage.perFlow = scaledBand(*stage.perFlow, row->factor);
        stage.working += fmt::format("; {}: × {} = {}, typically × {} = {}", row->name, text::number(row->factor.high),
                                     text::rate(stage.carries.high), text::number(row->factor.typical),
                                     text::rate(stage.carries.typical));
        stage.from.certainty = weaker(stage.from.certainty, row->from.certainty);
    }
    return std::nullopt;
}

Result<Stage> ceilingStage(const kb::KnowledgeBase& kb, std::string_view id, const Factors& factors)
{
    const kb::Ceiling* row = kb.find<kb::Ceiling>(id);
    if (!row)
        return failure(ErrorCode::NotFound,
                       text::say("ceiling.ceilings-csv-has-no", "ceilings.csv has no row “{}”", id));
    Stage stage;
    for (const KindOfRow& known : kKinds)
        if (known.row == row->kind) {
            stage.kind = known.kind;
            stage.label = known.label;
        }
    stage.detail = row->both && stage.kind == StageKind::Medium ? std::string("shared both ways") : row->id;
    stage.carries = row->carries;
    stage.both = row->both;
    stage.roundTrip = row->roundTrip;
    stage.working = text::say("ceiling.up-to-typically", "{}: up to {}, typically {}", row->name,
                              text::figure::rate(row->carries.high), text::figure::rate(row->carries.typical));
    if (row->both)
        stage.working += text::say("ceiling.both-ways-together-to", "; both ways together {} to {}",
                                   text::figure::rate(row->both->low), text::figure::rate(row->both->high));
    stage.from = row->from;
    stage.line = row->port.value_or(row->carries.high);
    formulas::Framing barest;
    barest.timestamps = false;
    stage.hard = row->hard;
    if (row->port)
        if (const auto most = formulas::goodput(*row->port, barest))
            stage.hard = std::min(stage.hard.value_or(*most), *most);
    if (const auto error = applyFactors(kb, factors, row->kind, stage)) return tl::unexpected(*error);
    return stage;
}

Stage withOwnFigure(Stage stage, BitRate own)
{
    stage.carries = {own, own, own};
    stage.working = text::say("ceiling.own-figure", "your own figure: {}", text::figure::rate(own));
    stage.from = {"own-figure", Certainty::Typical};
    if (stage.both && stage.both->high < own) stage.both = stage.carries;
    return stage;
}

Result<Stage> coaxStage(const kb::KnowledgeBase& kb, std::string_view id, std::optional<BitRate> phy, int nodes,
                        std::optional<BitRate> back)
{
    auto stage = ceilingStage(kb, id);
    if (!stage) return stage;
    const kb::Factor* share = kb.find<kb::Factor>("coax-phy");
    const kb::Factor* node = kb.find<kb::Factor>("coax-node");
    if (!share || !node)
        return failure(ErrorCode::NotFound, text::say("ceiling.link-factors-csv-has",
                                                      "link_factors.csv has no row “coax-phy” or “coax-node”"));
    if (nodes < 2 || nodes > 16)
        return failure(ErrorCode::OutOfRange, text::say("ceiling.to-adapters-share-a", "2 to 16 adapters share a coax"),
                       std::to_string(nodes));
    const auto least = [](const Band& a, const Band& b) {
        return Band{std::min(a.low, b.low), std::min(a.typical, b.typical), std::min(a.high, b.high)};
    };
    if (phy) {
        const Band most = scaledBand({*phy, *phy, *phy}, share->value);
        stage->carries = least(stage->carries, most);
        const BitRate mean = back ? BitRate::of(2 / (1 / phy->in() + 1 / back->in())) : *phy;
        const Band together = scaledBand({mean, mean, mean}, share->value);
        stage->both = stage->both ? least(*stage->both, together) : together;
        stage->hard = std::min(stage->hard.value_or(*phy), *phy);
        stage->working +=
            text::say("ceiling.at-between-the-adapters",
                      "; at {} between the adapters × {} both ways together: typically {}, up to {}",
                      text::figure::rate(*phy), text::figure::number(share->value.typical),
                      text::figure::rate(stage->carries.typical), text::figure::rate(stage->carries.high));
    }
    if (nodes > 2) {
        const auto left = [&](double each) { return std::pow(each, nodes - 2); };
        const kb::FactorBand by{left(node->value.low), left(node->value.typical), left(node->value.high)};
        stage->carries = scaledBand(stage->carries, by);
        if (stage->both) stage->both = scaledBand(*stage->both, by);
        stage->working +=
            text::say("ceiling.adapters-on-the-coax", "; {} adapters on the coax: typically × {} = {}, up to {}", nodes,
                      text::figure::number(by.typical, 3), text::figure::rate(stage->carries.typical),
                      text::figure::rate(stage->carries.high));
    }
    return stage;
}

Result<Stage> radioShareStage(const kb::KnowledgeBase& kb, BitRate phy, bool is60)
{
    const kb::Factor* share = kb.find<kb::Factor>(is60 ? "radio-60" : "radio");
    if (!share)
        return failure(ErrorCode::NotFound,
                       text::say("ceiling.link-factors-csv-has-2", "link_factors.csv has no row “radio”"));
    Stage stage;
    stage.kind = StageKind::Medium;
    stage.label = "radio";
    stage.detail = "shared both ways";
    stage.carries = formulas::radioCarries(kb, phy, is60);
    stage.both = stage.carries;
    stage.working = text::say("ceiling.radio-rate-at-most", "radio rate {} × {} = {} at most; typically × {} = {}",
                              text::figure::rate(phy), text::figure::number(share->value.high),
                              text::figure::rate(stage.carries.high), text::figure::number(share->value.typical),
                              text::figure::rate(stage.carries.typical));
    stage.from = share->from;
    stage.line = phy;
    stage.hard = phy;
    return stage;
}

}  // namespace sokudo::expect
