// SPDX-License-Identifier: GPL-3.0-or-later
// The forms of the survey's inspector: place, device, port, slot, run. No dialogs.
#pragma once

#include <functional>

#include <QWidget>

#include "app/presenters/survey_presenter.h"

class QFormLayout;
class QLabel;
class QVBoxLayout;

namespace sokudo::ui {

/// A heading, named fields, a line for what is wrong, Save and Cancel. Enter saves, Escape cancels.
class Form : public QWidget {
    Q_OBJECT
public:
    explicit Form(const QString& title, QWidget* parent = nullptr);
    QFormLayout& fields() { return *m_fields; }
    void setSave(std::function<bool()> save) { m_save = std::move(save); }
    void setNotice(std::optional<Verdict>, const QString&);
    void addAction(const QString& text, std::function<void()>);

Q_SIGNALS:
    void closed();

protected:
    void keyPressEvent(QKeyEvent*) override;

private:
    void save();
    QFormLayout* m_fields;
    QWidget* m_mark;
    QLabel* m_notice;
    QVBoxLayout* m_extra;
    std::function<bool()> m_save;
};

Form* placeForm(app::SurveyPresenter&, plan::Place);
Form* deviceForm(app::SurveyPresenter&, plan::Device);
Form* portForm(app::SurveyPresenter&, plan::Port);
Form* slotForm(app::SurveyPresenter&, plan::Slot);
/// Shows the verdict of the link while the fields are filled, before anything is saved.
Form* runForm(app::SurveyPresenter&, plan::Run);

}  // namespace sokudo::ui
