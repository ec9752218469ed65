// SPDX-License-Identifier: GPL-3.0-or-later
// Advice on the shape of the network, each with its reason and, where practitioners differ, with both practices.
#pragma once

#include <string>
#include <vector>

#include "core/base/sentence.h"
#include "core/kb/knowledge_base.h"
#include "core/match/reports.h"
#include "core/plan/plan.h"

namespace sokudo::survey {

struct Advice {
    const char* id;         ///< "core-place"
    text::Sentence title;   ///< "Keep the core in the Cellar"
    text::Sentence reason;  ///< with the figures it rests on
    text::Sentence other;   ///< what the other practice says; empty: nobody does
    std::vector<plan::Subject> subjects;
};

/// Where the core and access switches stand (T11), what may hang on the core (T12), one trunk and a small switch or
/// several home runs (T13), a direct cable instead of a switch (T10), managed or not (T23), reserves (T24), hubs and
/// gadgets by a small switch near them (T29), sockets of an access point (T31), wire or radio for what stays in place.
std::vector<Advice> advice(const plan::Plan&, const kb::KnowledgeBase&, const match::Reports&);

}  // namespace sokudo::survey
