// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/match/channel_loss.h"

#include <algorithm>

#include <fmt/format.h>

#include "core/base/sentence.h"
#include "core/base/text.h"
#include "core/kb/copper_rows.h"
#include "core/kb/port_rows.h"

namespace sokudo::match {
namespace {

double cableLoss(const kb::CableLoss& row, double mhz)
{
    return row.root * std::sqrt(mhz) + row.linear * mhz + row.inverse / std::sqrt(mhz);
}

double channelLimit(const kb::CableLoss& row, double mhz)
{
    return row.limitFactor * cableLoss(row, mhz) + row.limitConnectors * row.connector * std::sqrt(mhz) +
           row.limitDeviation * std::pow(mhz, 1.5);
}

constexpr Length kModelCord = Length::fromSteps(10'000);  // tia-568.2: the channel of 90 m and 10 m of cords
constexpr int kModelCordGauge = 24, kModelJoints = 4;

struct PieceLoss {
    const kb::CableLoss* row;
    double metres, factor;
};

}  // namespace

int gaugeOf(const CableSection& section)
{
    if (section.gauge > 0) return section.gauge;
    return !section.cord && section.medium && section.medium->grade >= 65 ? 23 : 24;
}

double heatFactor(Celsius at, bool screened)
{
    const double above = std::max(0.0, at.in() - 20);
    if (screened) return 1 + 0.002 * above;
    return 1 + 0.004 * std::min(above, 20.0) + 0.006 * std::max(0.0, above - 20);
}

std::optional<Length> longestWhenHot(const kb::KnowledgeBase& kb, Celsius at, bool screened)
{
    const auto lengthOf = [screened](const kb::HotLength& row) {
        return (screened ? row.screened : row.unscreened).in();
    };
    if (kb.all<kb::HotLength>().empty()) return std::nullopt;
    if (at <= kb.all<kb::HotLength>().front().at) return Length::of(lengthOf(kb.all<kb::HotLength>().front()));
    for (std::size_t i = 1; i < kb.all<kb::HotLength>().size(); ++i) {
        const kb::HotLength& cool = kb.all<kb::HotLength>()[i - 1];
        const kb::HotLength& hot = kb.all<kb::HotLength>()[i];
        if (hot.at < at && i + 1 < kb.all<kb::HotLength>().size()) continue;
        // Past the last row the last slope goes on.
        const double share = (at.in() - cool.at.in()) / (hot.at.in() - cool.at.in());
        return Length::of(std::max(0.0, lengthOf(cool) + share * (lengthOf(hot) - lengthOf(cool))));
    }
    return std::nullopt;
}

namespace {

/// Where the channel has least margin up to `top`, in MHz: the loss there and what the limit allows.
void findWorst(ChannelLoss& result, const std::vector<PieceLoss>& pieces, const kb::CableLoss& limit, double top,
               int joints)
{
    const double connector = pieces.front().row->connector;
    double least = 1e9;
    // Margin over frequency is smooth: twenty points find its least to a hundredth of a decibel.
    for (int i = 0; i <= 20; ++i) {
        const double mhz = std::pow(top, i / 20.0);
        double loss = joints * connector * std::sqrt(mhz);
        for (const PieceLoss& piece : pieces) loss += cableLoss(*piece.row, mhz) * piece.metres / 100 * piece.factor;
        const double allowed = channelLimit(limit, mhz);
        if (allowed - loss >= least) continue;
        least = allowed - loss;
        result.loss = Decibel::of(loss);
        result.limit = Decibel::of(allowed);
        result.at = Frequency::of(mhz);
    }
}

}  // namespace

std::optional<ChannelLoss> channelLoss(const LinkContext& link, const kb::Phy& phy)
{
    const kb::CopperNeed* need = link.kb.find<kb::CopperNeed>(phy.id);
    const kb::CableLoss* limit = need ? link.kb.find<kb::CableLoss>(need->medium) : nullptr;
    if (!limit || link.sections.empty()) return std::nullopt;
    ChannelLoss result;
    std::vector<PieceLoss> pieces;
    std::vector<text::Sentence> terms;
    double top = need->top.in();
    for (const CableSection& section : link.sections) {
        const kb::CableLoss* row = section.medium ? link.kb.find<kb::CableLoss>(section.medium->id) : nullptr;
        if (!row || !section.length) return std::nullopt;
        double factor = 1;
        if (section.cord) {
            const kb::Conductor* wire = kb::conductorOf(link.kb, gaugeOf(section));
            if (!wire) return std::nullopt;
            factor = 1 + wire->cordFactor;
            terms.push_back(text::say("channel-loss.of-awg-cord", "{} of {} AWG cord (×{})",
                                      text::figure::length(*section.length), wire->gauge,
                                      text::figure::number(factor)));
        } else {
            result.fixed = result.fixed + *section.length;
            terms.push_back(text::length(*section.length));
            if (const auto heat = section.run->traits.as<Celsius>("celsius")) {
                factor = heatFactor(*heat, section.isScreened());
                if (!result.warmest || *result.warmest < *heat) result.warmest = heat;
            }
        }
        result.equivalent = result.equivalent + Length::of(section.length->in() * (section.cord ? factor : 1));
        top = std::min(top, row->top.in());
        pieces.push_back({row, section.length->in(), factor});
    }
    // The cords of a hot channel were left out: the model channel of the standard has 10 m of them, and four joints.
    const bool hasCord = std::any_of(link.sections.begin(), link.sections.end(),
                                     [](const CableSection& section) { return section.cord; });
    int joints = link.joints;
    if (result.warmest && !hasCord) {
        const kb::Conductor* wire = kb::conductorOf(link.kb, kModelCordGauge);
        const double factor = wire ? 1 + wire->cordFactor : 1;
        pieces.push_back({pieces.front().row, kModelCord.in(), factor});
        result.equivalent = result.equivalent + Length::of(kModelCord.in() * factor);
        joints = std::max(joints, kModelJoints);
        terms.push_back(text::say("channel-loss.assumed-cords", "{} of cords and {} joints assumed",
                                  text::figure::length(kModelCord), joints));
    }
    findWorst(result, pieces, *limit, top, joints);
    result.working =
        text::say("channel-loss.lose", "{} lose {}", text::joined(terms, " + "), text::figure::decibel(result.loss));
    return result;
}

}  // namespace sokudo::match
