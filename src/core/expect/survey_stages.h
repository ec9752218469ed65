// SPDX-License-Identifier: GPL-3.0-or-later
// The stages that the survey states of one host and of one hop.
#pragma once

#include "core/expect/path_expectation.h"
#include "core/expect/stages.h"

namespace sokudo::expect {

/// Stages of a path as they are found, with what the survey cannot state yet.
struct Found {
    std::vector<Stage> stages;
    std::vector<Missing> missing;
    /// Adds a stage with a name of its own, or what is missing where there is none.
    void add(Result<Stage>, std::string name, plan::DeviceId device, std::string_view otherwise, std::int64_t part = 0);
};

struct SurveyedPath {
    const plan::Plan& plan;
    const kb::KnowledgeBase& kb;
    const PathQuestion& question;
    int mtu = 1500;
    bool isRemoteMemory = false;  ///< the cards move the data by themselves: no processor on the way
};

/// A host at one end, in the order the traffic meets its parts.
void addHost(const SurveyedPath&, const plan::Device&, plan::PortId, BitRate linkRate, bool sends, Found&);
/// One link on the way. @error NotAllowed  it does not come up
std::optional<Error> addHop(const SurveyedPath&, const Paths&, const plan::Hop&, Found&);
/// A switch, router or box in the middle of the way, between the hop that leads to it and the one that leads on.
void addBetween(const SurveyedPath&, const plan::Device&, const plan::Hop& in, const plan::Hop& out, Found&);
/// What an end that stands for the provider holds: the plan.
void addInternet(const SurveyedPath&, const plan::Device&, Found&);

/// What is stated of a device or a run that changes such a stage: rows of stage_factors.csv name the trait.
Factors factorsOf(const kb::KnowledgeBase&, const plan::Traits&, std::string_view stage);

/// What is worth saying of each radio hop: who shares the air, what holds it, where to stand the access point. Texts:
/// air_notes.csv.
std::vector<text::Sentence> airNotes(const SurveyedPath&, const Paths&, const std::vector<Stage>&, const plan::Route&);
/// The access point of a radio hop, else its first end; null for a hop that is no radio.
const plan::Device* accessPointOf(const plan::Plan&, const kb::KnowledgeBase&, const plan::Run&);

/// The rate on the wire, whatever a slot makes of it.
BitRate wireRate(const match::LinkReport&);

}  // namespace sokudo::expect
