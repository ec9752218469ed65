// SPDX-License-Identifier: GPL-3.0-or-later
// The parts of a path line, read but not yet estimated.
#pragma once

#include <functional>

#include "core/expect/stages.h"
#include "core/oneline/tokens.h"

namespace sokudo::oneline {

/// What a part may ask of the line around it when its turn comes.
struct Assembly {
    const kb::KnowledgeBase& kb;
    int mtu = 1500;
    bool isSource = false;                     ///< the part is the first of the line
    formulas::Framing framing;                 ///< of its links, for what the transport itself leaves
    const std::vector<expect::Stage>& result;  ///< the stages before it, in the order of their turns
};

/// What Ethernet and every shared medium is set to unless it is told otherwise.
inline constexpr int kUsualMtu = 1500;

/// When a part is estimated: a share counts what links carry, small files count the share, a serial tool counts all of
/// it.
enum class Turn { Path, Share, Copy, Tool };

struct PathPart {
    Turn turn = Turn::Path;
    std::optional<int> mtu;  ///< of a link or a medium: what it is set to; the least of the path counts for all
    std::function<Result<expect::Stage>(const Assembly&)> make;  ///< empty: the part makes no stage
    std::optional<formulas::Framing> framing;                    ///< of a link
    bool isMtuStated = false;                                    ///< the line says it; else it is the usual one
    bool bothWays = false;                                       ///< everything on the path is as busy the other way
    bool isRemoteMemory = false;                                 ///< the cards move the data: no processor counts
};

using Words = std::vector<Token>;
/// Each reads the parts it knows by their first word; an empty answer leaves the part to the next reader.
/// @error BadInput  points at the word that does not belong
Result<std::optional<PathPart>> readHostPart(const Words&, const kb::KnowledgeBase&);
Result<std::optional<PathPart>> readNetworkPart(const Words&, const kb::KnowledgeBase&);
Result<std::optional<PathPart>> readCopyPart(const Words&, const kb::KnowledgeBase&);
/// One part of whatever kind.
Result<PathPart> readPathPart(const Words&, const kb::KnowledgeBase&);

Error unknownWord(const Token&, std::string_view partName, const text::Sentence& known);
/// The word as a factor of such a stage.
bool isFactor(const kb::KnowledgeBase&, const Token&, std::string_view stage);

}  // namespace sokudo::oneline
