// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/diagnose/asymmetry.h"

#include <algorithm>

#include "core/base/sentence.h"
#include "core/base/text.h"
#include "core/diagnose/plateau.h"
#include "core/kb/rule_rows.h"

namespace sokudo::diagnose {
namespace {

using expect::Stage;
using expect::StageKind;

constexpr double kFactor = 1.25;
constexpr Duration kLong = Duration::fromSteps(2'000'000);

/// A wire, a bus and a fabric are as wide in both directions. Each end of a bond spreads what it sends by itself.
bool isAlikeBothWays(const Stage& stage)
{
    switch (stage.kind) {
    case StageKind::Link:
    case StageKind::Slot:
    case StageKind::Uplink:
    case StageKind::Switch:
    case StageKind::Memory: return true;
    default: return false;
    }
}

/// The stage cannot be what is slow: it passed the fast way, and its ceiling allows that.
bool isRuledOut(const Stage& stage, BitRate faster)
{
    constexpr double kReadError = 1.01;
    return isAlikeBothWays(stage) && kReadError * stage.hard.value_or(stage.carries.high).in() >= faster.in();
}

bool has(const expect::Expectation& path, StageKind kind)
{
    return std::any_of(path.stages.begin(), path.stages.end(), [&](const Stage& stage) { return stage.kind == kind; });
}

/// A fast link before a slow one, in the direction that is slow.
bool stepsDown(const expect::Expectation& path, bool forward)
{
    std::vector<BitRate> lines;
    for (const Stage& stage : path.stages)
        if (stage.kind == StageKind::Link) lines.push_back(stage.line);
    if (!forward) std::reverse(lines.begin(), lines.end());
    return std::adjacent_find(lines.begin(), lines.end(), [](BitRate a, BitRate b) { return b < a; }) != lines.end();
}

bool applies(std::string_view when, const expect::Expectation& path, bool forward)
{
    if (when == "any") return true;
    if (when == "step-down") return stepsDown(path, forward);
    if (when == "medium") return has(path, StageKind::Medium);
    if (when == "internet") return has(path, StageKind::Internet);
    if (when == "long") return path.roundTrip >= kLong;
    const auto label = [&](auto test) {
        return std::any_of(path.stages.begin(), path.stages.end(),
                           [&](const Stage& stage) { return stage.kind == StageKind::Link && test(stage); });
    };
    if (when == "fibre")
        return label([](const Stage& stage) { return stage.label.starts_with("OM") || stage.label.starts_with("OS"); });
    return when == "slow-copper" && label([](const Stage& stage) { return stage.line <= BitRate::of(1e8); });
}

/// The plateau of the slow way, and what the fast way rules out.
text::Sentence whatIsSaid(const AsymmetryView& view)
{
    text::Sentence result;
    if (view.slowerHop)
        result += text::say(
            "asymmetry.just-what-a-hop",
            "; that is just what a {} hop carries, but the other way passed more, so no cable of this route runs "
            "at that rate: the way back takes another route, or a port is set to half duplex",
            text::figure::linkRate(*view.slowerHop));
    if (!view.ruledOut.empty())
        result += text::say("asymmetry.ruled-out", "; ruled out, because the same both ways: {}",
                            text::joined(view.ruledOut, ", "));
    return result;
}

}  // namespace

bool isAsymmetric(BitRate one, BitRate other)
{
    return std::max(one, other).in() > 0 && std::max(one, other).in() >= kFactor * std::min(one, other).in();
}

AsymmetryView asymmetry(BitRate forward, BitRate reverse, const expect::Expectation& path, const kb::KnowledgeBase& kb)
{
    AsymmetryView result;
    result.forwardIsSlower = forward < reverse;
    const BitRate slower = std::min(forward, reverse), faster = std::max(forward, reverse);
    result.ratio = faster.steps() > 0 ? slower.in() / faster.in() : 1;
    result.isAsymmetric = isAsymmetric(forward, reverse);
    if (!result.isAsymmetric) {
        result.sentence =
            text::say("asymmetry.both-directions-are-alike",
                      "both directions are alike: {} and {}, less than a factor of {} apart",
                      text::figure::rate(forward, 3), text::figure::rate(reverse, 3), text::figure::number(kFactor));
        return result;
    }
    for (const Stage& stage : path.stages)
        if (isRuledOut(stage, faster)) result.ruledOut.push_back(stage.name);
    result.slowerHop = slowerHopOf(slower, path);
    for (const kb::Asymmetry& row : kb.all<kb::Asymmetry>())
        if (row.when != "any" && applies(row.when, path, result.forwardIsSlower)) result.suspects.push_back({&row});
    for (const kb::Asymmetry& row : kb.all<kb::Asymmetry>())
        if (row.when == "any") result.suspects.push_back({&row});
    result.sentence = text::say("asymmetry.the-direction-is-the", "the {} direction is slower, {} against {}",
                                result.forwardIsSlower ? "forward" : "reverse", text::figure::rate(slower, 3),
                                text::figure::rate(faster, 3)) +
                      whatIsSaid(result);
    return result;
}

}  // namespace sokudo::diagnose
