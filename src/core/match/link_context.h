// SPDX-License-Identifier: GPL-3.0-or-later
// Everything a rule may ask about one link, looked up once.
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "core/kb/knowledge_base.h"
#include "core/plan/plan.h"
#include "core/plan/trace.h"

namespace sokudo::match {

struct LinkEnd {
    const plan::Device* device = nullptr;
    const plan::Port* port = nullptr;
    const plan::Place* place = nullptr;
    const plan::Slot* slot = nullptr;
    const kb::Cage* cage = nullptr;
    const kb::ModuleKind* module = nullptr;
    const kb::Phy* phy = nullptr;     ///< what this end speaks at the common rate
    std::vector<BitRate> hostRates;   ///< what the host offers here, falling: forced, listed or usual
    bool ratesStated = false;         ///< somebody listed or forced them
    std::vector<BitRate> rates;       ///< what the end can link at with its module or lead, falling
    std::string name;                 ///< "core 3"
};

struct Stretch {
    const plan::Run* run = nullptr;
    const kb::Medium* medium = nullptr;   ///< null: not known
    const plan::Place* from = nullptr;
    const plan::Place* to = nullptr;
};

struct LinkContext {
    const kb::KnowledgeBase& kb;
    LinkEnd a, b;
    std::vector<Stretch> stretches;
    const kb::Medium* weakest = nullptr;  ///< the weakest medium on the way; null: some medium is not known
    std::optional<kb::MediumKind> kind;   ///< kind of all stretches; empty: mixed or not known
    std::optional<Length> length;         ///< whole channel; empty: some stretch was never measured
    int joints = 0;                       ///< mated pairs: inside runs, and one at each panel or jack
    int splices = 0;
    bool bundled = false;
    std::optional<BitRate> wanted;
    std::optional<BitRate> common;        ///< highest rate both ends can link at

    bool hasFarEnd() const { return b.port != nullptr; }
    bool isOn(kb::MediumKind wantedKind) const { return kind == wantedKind; }
    bool isOnFibre() const { return kind && kb::isFibre(*kind); }
    bool isCaptive() const { return kind && kb::isCaptive(*kind); }
};

/// Resolves a link of the plan. The plan and the knowledge base must outlive the context.
LinkContext linkContext(const plan::Plan&, const plan::Link&, const kb::KnowledgeBase&);

}  // namespace sokudo::match
