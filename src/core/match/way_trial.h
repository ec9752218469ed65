// SPDX-License-Identifier: GPL-3.0-or-later
// One way tried: built into a copy of the plan, judged by all rules, priced.
#pragma once

#include "core/base/sentence.h"
#include "core/kb/port_rows.h"
#include "core/kb/reach_rows.h"
#include "core/kb/trade_rows.h"
#include "core/match/ways.h"

namespace sokudo::match {

/// What stands at one end of a way: nothing, a module, or a box with or without one.
struct EndChoice {
    const kb::ModuleKind* module = nullptr;
    const kb::MediaConverter* bridge = nullptr;
};

/// A combination to try. No supply: the cable there now stays.
struct Combination {
    const kb::Medium* medium = nullptr;
    const kb::Supply* supply = nullptr;
    EndChoice a, b;
};

struct Tried {
    std::optional<Way> way;
    Verdict verdict = Verdict::Unknown;
    text::Sentence why;
    std::optional<BitRate> rate;  ///< what it would carry, where only the rate is short of the wish
};

/// Ids of what a way may add, so that all ways of one question use the same ones.
struct NewIds {
    plan::RunId cable, cords[2];
    plan::DeviceId boxes[2];
    plan::PortId boxPorts[2][2];
    explicit NewIds(IdSource&);
};

/// How far a trial goes: a quick one leaves out how long the cable could be.
enum class Trial { Whole, Quick };
Tried tryWay(const plan::Plan&, const Wish&, const Combination&, const kb::KnowledgeBase&, const NewIds&,
             Trial = Trial::Whole);

}  // namespace sokudo::match
