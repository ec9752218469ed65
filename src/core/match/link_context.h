// SPDX-License-Identifier: GPL-3.0-or-later
// Everything a rule may ask about one link, looked up once.
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "core/kb/knowledge_base.h"
#include "core/kb/port_rows.h"
#include "core/kb/reach_rows.h"
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
    const kb::Phy* phy = nullptr;       ///< what this end speaks at the common rate
    std::vector<BitRate> hostRates;     ///< what the host offers here, falling: forced, listed or usual
    std::vector<BitRate> ableRates;     ///< what it could offer if it were set to it, falling
    std::vector<BitRate> beyondCage;    ///< listed, and more than the cage carries: not counted
    bool cannotBeSet = false;           ///< it is forced to a rate that it does not have
    bool ratesStated = false;           ///< somebody listed or forced them
    std::vector<BitRate> rates;         ///< what the end can link at with its module or lead, falling
    int splits = 0;                     ///< the four-lane port is split into so many; 0: it is not
    const plan::Port* whole = nullptr;  ///< the four-lane port this end is a leg of
    std::string name;                   ///< "core 3"
    bool isSocketOnly() const { return device && plan::isPassive(device->role); }
    std::string_view word(std::string_view trait) const { return port ? port->traits.word(trait) : std::string_view(); }
    bool is(std::string_view trait, std::string_view value) const { return word(trait) == value; }
    /// What the module here draws: stated for this one, else as its kind typically does. There must be a module.
    Watt moduleDraw() const { return port->traits.as<Watt>("module-w").value_or(module->power); }
    /// How far the copper module here reaches at 10 Gb/s.
    std::optional<Length> copperReach() const
    {
        const auto stated = port->traits.as<Length>("module-reach");
        return stated ? stated : module->maxCopper;
    }
};

/// Light levels of one end: those of its PHY, overruled by what is stated of the module in it.
struct Light {
    PowerDbm txMin, txMax, rxMin, rxMax;
    std::optional<PowerDbm> damage;
    const kb::Optics* row = nullptr;
};
std::optional<Light> lightOf(const LinkEnd&, const kb::Phy&, const kb::KnowledgeBase&);

/// One piece of cable on the way: the fixed cable of a run, or a cord at one of its ends.
struct CableSection {
    const plan::Run* run = nullptr;
    const plan::Segment* cord = nullptr;  ///< null: the fixed cable
    const kb::Medium* medium = nullptr;   ///< null: not known
    std::optional<Length> length;
    int gauge = 0;                      ///< AWG stated; 0: not
    const plan::Place* from = nullptr;  ///< of the run; both null on a cord
    const plan::Place* to = nullptr;
    bool isScreened() const;
};

/// A jack, coupler or panel that somebody named.
struct ChannelPart {
    std::string name;                    ///< "a jack of run q1", "press"
    const kb::Medium* medium = nullptr;  ///< its category; null: not known
    bool atB = false;                    ///< nearer to the link's end b
};

struct LinkContext {
    const kb::KnowledgeBase& kb;
    const plan::Plan& plan;
    LinkEnd a, b;
    std::vector<CableSection> sections;
    std::vector<ChannelPart> parts;       ///< of a twisted-pair channel
    const kb::Medium* weakest = nullptr;  ///< the weakest medium or part on the way; null: some medium is not known
    int weakestCable = 0;                 ///< grade of the weakest cable or cord
    std::optional<kb::MediumKind> kind;   ///< kind of all stretches; empty: mixed or not known
    std::optional<Length> length;         ///< whole channel; empty: some stretch was never measured
    int joints = 0;                       ///< mated pairs: inside runs, and one at each panel or jack
    int splices = 0;
    bool bundled = false;
    bool throughInjector = false;  ///< cables on both sides of an injector: one channel
    std::optional<BitRate> wanted;
    std::optional<BitRate> common;  ///< highest rate both ends can link at
    std::optional<BitRate> able;    ///< highest rate both could link at, however their ports are set

    bool hasFarEnd() const { return b.port != nullptr; }
    /// The cable ends at a jack, a panel or an outlet with nothing plugged in.
    bool isIdle() const { return a.isSocketOnly() || b.isSocketOnly(); }
    bool isOn(kb::MediumKind wantedKind) const { return kind == wantedKind; }
    bool isOnFibre() const { return kind && kb::isFibre(*kind); }
    /// The fixed cables only, without the cords.
    std::vector<const CableSection*> cables() const;
    const LinkEnd& other(const LinkEnd& end) const { return &end == &a ? b : a; }
    /// The stated word of a run trait, from the first run that states it.
    std::string_view runWord(std::string_view trait) const;
    template <class Q>
    std::optional<Q> runAs(std::string_view trait) const
    {
        for (const CableSection& section : sections)
            if (!section.cord)
                if (const auto value = section.run->traits.as<Q>(trait)) return value;
        return std::nullopt;
    }
    std::optional<int> runCount(std::string_view trait) const;
    bool isCaptive() const { return kind && kb::isCaptive(*kind); }
};

/// Resolves a link of the plan. The plan and the knowledge base must outlive the context.
LinkContext linkContext(const plan::Plan&, const plan::Link&, const kb::KnowledgeBase&);

}  // namespace sokudo::match
