// SPDX-License-Identifier: GPL-3.0-or-later
// Labels of the house: which, on which sheet, as they will be printed, and the PDF.
#pragma once

#include <functional>

#include <QWidget>

#include "app/document.h"
#include "ui/paper/label_paper.h"

class QComboBox;
class QLabel;
class QPushButton;
class QSpinBox;
class QVBoxLayout;

namespace sokudo::ui {

class LabelsPage final : public QWidget {
    Q_OBJECT
public:
    /// @param askPath  where the PDF goes; empty: nowhere
    /// @param tell     says that it was written, or not
    LabelsPage(app::Document&, std::function<QString()> askPath, std::function<void(const QString&, bool good)> tell,
               QWidget* parent = nullptr);
    enum Kind { Cables, PortRates, PanelStrips };
    void setKind(Kind);
    /// Writes what is shown. @return false: there is nothing, or the file could not be written
    bool write(const QString& path) const;
    int labels() const;

private:
    class Preview;
    using AddField = std::function<void(QVBoxLayout* into, const QString& name, QWidget* field)>;
    QWidget* choices();
    QWidget* sheetChoices(const AddField&);
    LabelJob labelJob() const;
    StripJob stripJob() const;
    std::vector<std::pair<plan::PortId, BitRate>> rates() const;
    Kind kind() const;
    void refresh();
    app::Document& m_document;
    std::function<QString()> m_askPath;
    std::function<void(const QString&, bool)> m_tell;
    QComboBox* m_kind;
    QComboBox* m_sheet;
    QSpinBox* m_used;
    QSpinBox* m_pitch;
    QWidget* m_ofSheet;
    QWidget* m_ofStrip;
    QLabel* m_sentence;
    QPushButton* m_write;
    Preview* m_preview;
};

}  // namespace sokudo::ui
